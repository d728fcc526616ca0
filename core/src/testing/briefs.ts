import { catalogue } from '../materials/index.ts';
import {
  plainPart,
  plainWorkshop,
  type Brief,
  type Design,
  type Part,
  type Surface,
  type Use,
  type Workshop,
} from '../piece/index.ts';

/** What a test says of a piece; the rest is as a crafter leaves it. */
export interface Said {
  readonly base: string;
  readonly surface?: Partial<Surface>;
  readonly wants?: Part['wants'];
  readonly area?: Part['area'];
  readonly faces?: Part['faces'];
  readonly use?: Partial<Use>;
  readonly design?: Partial<Design>;
  /** Several designs, in place of one. */
  readonly designs?: readonly Partial<Design>[];
  readonly stencilAgain?: Part['stencilAgain'];
  readonly workshop?: Partial<Workshop>;
  readonly quantity?: number;
}

/** Everything said, and nothing of it a danger: what a test leaves alone. */
export const HARMLESS: Partial<Use> = {
  place: 'indoors',
  water: 'wipe',
  wear: 'display',
  soak: 'no',
  heat: 'none',
  food: 'none',
  children: 'no',
  skin: 'no',
  grip: 'unknown',
  mustComeOff: 'no',
  item: 'ordinary',
};

/** A brief from the few facts that a test is about; indoors, wiped, looked at and harmless unless it says otherwise. */
export const briefOf = ({
  base,
  surface = {},
  wants = {},
  area = null,
  faces = null,
  use = {},
  design = {},
  designs = [design],
  stencilAgain = 'no',
  workshop = {},
  quantity = 1,
}: Said): Brief => {
  const part = plainPart('t', base);
  return {
    part: {
      ...part,
      surface: { ...part.surface, shape: 'flat', ...surface },
      use: { ...part.use, ...HARMLESS, ...use },
      designs: designs.map((each, index) => ({
        ...part.designs[0]!,
        zone: 'outside' as const,
        ...(index ? { id: `t.design-${index + 1}`, name: `design ${index + 1}` } : {}),
        ...each,
      })),
      wants,
      area,
      faces,
      stencilAgain,
    },
    workshop: { ...plainWorkshop(), ...workshop },
    quantity,
    due: null,
  };
};

/** The side of a cylinder, so far around. */
export const aroundArea = (circumferenceMm: number): Part['area'] => ({
  kind: 'cylinder',
  circumferenceMm,
  diameterMm: null,
  heightMm: 90,
  handleGapMm: 0,
  margins: null,
  keepOuts: [],
});

export const finish = (id: string, ageDays: number | null = 100): Pick<Surface, 'existing'> => ({
  existing: [{ finish: id, ageDays }],
});

export const product = (id: string) => {
  const found = catalogue().productById.get(id);
  if (!found) throw new Error(`The catalogue has no product "${id}".`);
  return found;
};
