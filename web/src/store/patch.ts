/** The keys under which nothing nested is kept. */
type Plain<Shape> = { [Key in keyof Shape]: NonNullable<Shape[Key]> extends object ? never : Key }[keyof Shape];

/**
 * What changes of a record. Plain values stand for themselves. What is nested is made from what is kept: the page may still
 * show what was kept before the change just made, and would bring that back.
 */
export type Patch<Shape> = Partial<Pick<Shape, Plain<Shape>>> | ((kept: Shape) => Partial<Shape>);

export const patched = <Shape extends object>(kept: Shape, patch: Patch<Shape>): Shape => ({
  ...kept,
  ...(typeof patch === 'function' ? patch(kept) : patch),
});

/** What is kept of a list, once what was picked from what was shown has been taken over. */
export const repicked = <Item>(kept: readonly Item[], shown: readonly Item[], picked: readonly Item[]): Item[] => [
  ...kept.filter((item) => picked.includes(item) || !shown.includes(item)),
  ...picked.filter((item) => !shown.includes(item) && !kept.includes(item)),
];
