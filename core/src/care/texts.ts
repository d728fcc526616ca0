const RTL = /[\u0590-\u08FF\uFB1D-\uFDFF\uFE70-\uFEFC]/;
/** Hebrew, Arabic and their like are read from the right. */
export const isFromRight = (text: string): boolean => RTL.test(text);

/** Lines of a text that fit a width; a word that is longer is parted. */
export const wrapText = (text: string, width: number, widthOf: (part: string) => number): string[] => {
  const lines: string[] = [];
  const put = (word: string) => {
    const last = lines.at(-1);
    if (last !== undefined && widthOf(`${last} ${word}`) <= width) lines[lines.length - 1] = `${last} ${word}`;
    else lines.push(word);
  };
  for (const word of text.split(/\s+/).filter(Boolean)) {
    let rest = word;
    while (widthOf(rest) > width && rest.length > 1) {
      let fits = 1;
      while (fits < rest.length && widthOf(rest.slice(0, fits + 1)) <= width) fits += 1;
      put(rest.slice(0, fits));
      rest = rest.slice(fits);
    }
    put(rest);
  }
  return lines;
};
