/** How each cleaning is done to a piece: "is only to be wiped". */
export const WATER_WORDS: Readonly<Record<string, string>> = {
  none: 'kept dry',
  wipe: 'wiped',
  handWash: 'washed by hand',
  dishwasher: 'put in a dishwasher',
};
