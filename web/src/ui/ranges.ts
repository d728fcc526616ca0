import {
  areaSchema,
  artworkSourceSchema,
  benchSettingsSchema,
  cutChoicesSchema,
  designSchema,
  extraStepSchema,
  keepOutSchema,
  ownSurfaceSchema,
  partSchema,
  pieceSchema,
  placementSchema,
  rangeOf,
  surfaceSchema,
  useSchema,
  washSchema,
  workshopSchema,
  type Area,
  type NumberRange,
} from '@sgraffa/core';

const [, text, labels, pattern] = artworkSourceSchema.options;
const [circle, rectangle] = keepOutSchema.options;
const bed = workshopSchema.shape.bed.unwrap().unwrap().shape;
const [anArea] = areaSchema.options;

/** What each field takes, out of the schemas of the document: a field keeps nothing that the file refuses. */
export const RANGES = {
  quantity: rangeOf(pieceSchema.shape.quantity),
  washC: rangeOf(washSchema.shape.temperatureC),
  surface: {
    waitDays: rangeOf(surfaceSchema.shape.waitDays),
    ageDays: rangeOf(surfaceSchema.shape.existing.element.shape.ageDays),
    heatLimitC: rangeOf(ownSurfaceSchema.shape.properties.shape.heatLimitC),
  },
  use: {
    laundryC: rangeOf(useSchema.shape.laundryC),
    heatC: rangeOf(useSchema.shape.heatC),
    lifeYears: rangeOf(useSchema.shape.lifeYears),
  },
  design: {
    widthMm: rangeOf(designSchema.shape.widthMm),
    heightMm: rangeOf(designSchema.shape.heightMm),
    minStrokeMm: rangeOf(designSchema.shape.minStrokeMm),
    minWebMm: rangeOf(designSchema.shape.minWebMm),
    islands: rangeOf(designSchema.shape.islands),
    scale: rangeOf(designSchema.shape.scale),
  },
  placement: {
    turnDeg: rangeOf(placementSchema.shape.turnDeg),
    nudgeMm: rangeOf(placementSchema.shape.nudgeXMm),
    widthShare: rangeOf(placementSchema.shape.widthShare),
  },
  cut: {
    stockMm: rangeOf(cutChoicesSchema.shape.stock.unwrap().shape.widthMm),
    betweenMm: rangeOf(cutChoicesSchema.shape.overlapMm),
    frameMm: rangeOf(cutChoicesSchema.shape.frameMm),
    quantity: rangeOf(cutChoicesSchema.shape.quantity),
  },
  area: {
    marginMm: rangeOf(anArea.shape.margins.unwrap().unwrap().shape.top),
    placeMm: rangeOf(circle.shape.xMm),
    acrossMm: rangeOf(circle.shape.diameterMm),
    sideMm: rangeOf(rectangle.shape.widthMm),
    clearanceMm: rangeOf(circle.shape.clearanceMm),
  },
  text: {
    letterHeightMm: rangeOf(text.shape.letterHeightMm),
    letterSpacing: rangeOf(text.shape.letterSpacing),
    lineSpacing: rangeOf(text.shape.lineSpacing),
    roomMm: rangeOf(labels.shape.maxWidthMm),
    perPiece: rangeOf(labels.shape.perPiece),
    stepMm: rangeOf(pattern.shape.stepXMm),
    motifMm: rangeOf(pattern.shape.motifHeightMm),
  },
  step: {
    setUpMinutes: rangeOf(extraStepSchema.shape.setUpMinutes),
    eachMinutes: rangeOf(extraStepSchema.shape.eachMinutes),
    waitMinutes: rangeOf(extraStepSchema.shape.waitMinutes),
  },
  thicknessMm: rangeOf(partSchema.shape.thicknessMm.unwrap().unwrap()),
  workshop: {
    temperatureC: rangeOf(workshopSchema.shape.temperatureC),
    relativeHumidity: rangeOf(workshopSchema.shape.relativeHumidity),
    bedMm: rangeOf(bed.widthMm),
  },
  bench: {
    hands: rangeOf(benchSettingsSchema.shape.hands),
    rackPlaces: rangeOf(benchSettingsSchema.shape.rackPlaces),
    turnerPlaces: rangeOf(benchSettingsSchema.shape.turnerPlaces),
  },
} as const satisfies Readonly<Record<string, NumberRange | Readonly<Record<string, NumberRange>>>>;

/** What a measure of a kind of area takes. */
export const areaRange = (kind: Area['kind'], field: string): NumberRange => {
  const shape = areaSchema.options.find((option) => option.shape.kind.value === kind)!.shape as unknown as Readonly<
    Record<string, Parameters<typeof rangeOf>[0]>
  >;
  return rangeOf(shape[field]!);
};
