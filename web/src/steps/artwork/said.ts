/** What reading or setting an artwork came to. */
export interface Said {
  /** What came of it, in words. */
  readonly found?: string;
  readonly problems: string | null;
  readonly notices: readonly string[];
}
