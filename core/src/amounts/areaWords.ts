const MM2_PER_M2 = 1e6;
/** An area as it is said: in m², or in cm² where it is small. */
export const areaWords = (mm2: number): string =>
  mm2 >= MM2_PER_M2 / 10
    ? `${Number((mm2 / MM2_PER_M2).toPrecision(3))} m²`
    : `${Number((mm2 / 100).toPrecision(3))} cm²`;
