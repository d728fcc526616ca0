/** What of a hazard stands in one line: what, where, what to wear. */
export interface HazardInLine {
  readonly name: string;
  readonly where?: string | undefined;
  readonly wear?: string | undefined;
}

export const hazardWords = (hazards: readonly HazardInLine[]): string =>
  hazards.map(({ name, where, wear }) => [name, where, wear].filter(Boolean).join(', ')).join(' · ');
