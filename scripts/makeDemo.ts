/** Lays out the demo scene: an observatory getting ready for a public night. Stacks are what Match answers. Run: npx tsx scripts/makeDemo.ts */
import { mkdirSync, writeFileSync } from 'node:fs';
import { demoShelf } from './demoShelf.ts';
import { demoArtworks, designFrom } from './demoArtwork.ts';
import {
  areaSchema,
  catalogue,
  CATALOGUE_VERSION,
  matchLayers,
  plainPiece,
  plainSettings,
  readWorkspace,
  withChosenStack,
  WORKSPACE_VERSION,
  writeWorkspace,
  type Area,
  type AreaInput,
  type Design,
  type Piece,
  type Surface,
  type Use,
} from '../core/src/index.ts';

const DUE = '2026-12-19T13:00:00.000Z';
const settings = plainSettings('Europe/Berlin');

/** What the crew says of everything that it makes, unless it says otherwise. */
const SAID: Partial<Use> = {
  soak: 'no',
  heat: 'none',
  food: 'none',
  children: 'no',
  skin: 'no',
  mustComeOff: 'no',
  item: 'ordinary',
};

const piece = (
  id: string,
  name: string,
  line: string,
  base: string,
  facts: {
    surface?: Partial<Surface>;
    use?: Partial<Use>;
    design?: Partial<Design>;
    piece?: Partial<Piece>;
    area?: Area;
    /** The clear that the crafter wants over it: the best stack with it is their own choice. */
    wants?: string;
  },
): Piece => {
  const plain = plainPiece(id, name, base);
  const [part] = plain.parts;
  const filled: Piece = {
    ...plain,
    line,
    due: DUE,
    ...facts.piece,
    parts: [
      {
        ...part!,
        surface: { ...part!.surface, ...facts.surface },
        area: facts.area ?? null,
        use: { ...part!.use, ...SAID, ...facts.use },
        designs: [{ ...part!.designs[0]!, zone: 'outside', ...facts.design }],
        wants: facts.wants ? { finish: { product: facts.wants } } : {},
      },
    ],
  };
  const answer = matchLayers(
    {
      part: filled.parts[0]!,
      workshop: { ...settings.workshop, stock: [] },
      quantity: filled.quantity,
      due: filled.due,
    },
    catalogue(),
  );
  const { wants } = facts;
  const chosen = wants
    ? [...answer.ranked, ...answer.folded].find(({ stack }) =>
        stack.operations.some((operation) => operation.op === 'apply' && operation.productId === wants),
      )
    : answer.ranked[0];
  console.log(`${name}: ${chosen?.title ?? 'refused'}`);
  if (wants && chosen) return { ...filled, parts: [withChosenStack(filled.parts[0]!, chosen.stack, catalogue())] };
  return { ...filled, parts: [{ ...filled.parts[0]!, stack: chosen?.stack ?? null }] };
};

const areaOf = (area: AreaInput): Area => areaSchema.parse(area);
const artworks = await demoArtworks();
const artwork = (id: string, area: Area | null) =>
  designFrom(
    artworks.find((one) => one.id === id)!,
    area,
  );
const signArea = areaOf({ kind: 'rectangle', widthMm: 420, heightMm: 130 });
const chimneyArea = areaOf({ kind: 'cone', topDiameterMm: 72, bottomDiameterMm: 96, heightMm: 150 });
const drawerArea = areaOf({
  kind: 'rectangle',
  widthMm: 150,
  heightMm: 42,
  margins: { top: 5, right: 10, bottom: 5, left: 10 },
});
const bagArea = areaOf({
  kind: 'rectangle',
  widthMm: 260,
  heightMm: 220,
  keepOuts: [{ kind: 'rectangle', name: 'seam', xMm: 0, yMm: 200, widthMm: 260, heightMm: 20 }],
});

const pieces = [
  piece('demo-signs', 'Dome path signs', 'birch ply signs, outdoors three winters, wiped', 'plywood', {
    surface: { shape: 'flat', tone: 'light' },
    use: { place: 'exposed', lifeYears: 3, water: 'wipe', wear: 'display', heat: 'unknown', children: 'unknown' },
    area: signArea,
    design: { look: 'opaque', tone: 'light', ...artwork('art-sign', signArea) },
    piece: {
      quantity: 6,
      extraSteps: [
        {
          id: 'drill',
          name: 'Drill the two holes',
          after: 'sand-bare',
          setUpMinutes: 5,
          eachMinutes: 3,
          waitMinutes: 0,
          note: 'Back it with scrap so that the veneer does not tear out.',
        },
      ],
    },
  }),
  piece(
    'demo-chimneys',
    'Lantern chimneys',
    'soda-lime glass chimneys, moon phases, candle inside, cleaned weekly',
    'glass-soda-lime',
    {
      surface: { shape: 'cone' },
      area: chimneyArea,
      use: { place: 'sheltered', water: 'wipe', wear: 'handled', heat: 'candle', lifeYears: 5 },
      design: { look: 'frosted', ...artwork('art-phases', chimneyArea) },
      piece: { quantity: 12 },
    },
  ),
  piece('demo-tins', 'Snack tins', 'powder-coated steel tins, to bare metal, washed by hand', 'steel-mild', {
    surface: { shape: 'flat', existing: [{ finish: 'powder-coat', ageDays: null }] },
    use: { place: 'indoors', water: 'handWash', wear: 'daily', food: 'dry' },
    design: { look: 'bareMetal', minStrokeMm: 2.2, minWebMm: 2.2 },
    piece: { quantity: 8 },
  }),
  piece('demo-plaques', 'Star-chart plaques', 'raw maple plaques, burnt, indoors', 'hardwood', {
    surface: { shape: 'flat' },
    use: { place: 'indoors', water: 'wipe', wear: 'display', food: 'unknown' },
    design: { look: 'burnt', minStrokeMm: 1.4, minWebMm: 1.6 },
    piece: { quantity: 3 },
  }),
  piece('demo-bags', 'Blackout bags', 'cotton bags, machine-washed', 'cotton', {
    surface: { shape: 'flat', tone: 'dark' },
    use: { place: 'indoors', water: 'handWash', laundryC: 40, wear: 'daily' },
    area: bagArea,
    design: { look: 'gradient', tone: 'light', ...artwork('art-bag', bagArea) },
    piece: { quantity: 10 },
  }),
  piece('demo-pennants', 'Gate pennants', 'polyester pennants, black, sheltered', 'polyester', {
    surface: { shape: 'flat', tone: 'dark' },
    use: { place: 'sheltered', water: 'handWash', wear: 'display', laundryC: 30 },
    design: { minStrokeMm: 3 },
    piece: { quantity: 5 },
  }),
  piece('demo-bowls', 'Soup bowls', 'enamel bowls, hand-washed daily, soup', 'porcelain-enamel', {
    surface: { shape: 'compound', tone: 'light' },
    use: { place: 'indoors', water: 'handWash', wear: 'daily', food: 'food', heat: 'hotDrink' },
    design: { look: 'any', minStrokeMm: 1.5, tone: 'dark' },
    piece: { quantity: 12 },
  }),
  piece('demo-markers', 'Step markers', 'slate markers, outdoors three winters', 'slate', {
    surface: { shape: 'flat', tone: 'dark' },
    use: { place: 'exposed', lifeYears: 3, water: 'wipe', wear: 'display' },
    design: { look: 'opaque', minStrokeMm: 5, tone: 'light' },
    piece: { quantity: 14 },
  }),
  piece('demo-boards', 'Railing boards', 'softwood boards for the railing, outdoors', 'softwood', {
    surface: { shape: 'flat', tone: 'light' },
    use: { place: 'exposed', lifeYears: 2, water: 'wipe', wear: 'display' },
    design: { look: 'opaque', minStrokeMm: 4, tone: 'dark' },
    piece: { quantity: 4 },
    wants: 'acrylic-clear-aerosol',
  }),
  piece('demo-drawers', 'Eyepiece drawer labels', 'polypropylene drawer fronts, wiped, must come off again', 'pp', {
    surface: { shape: 'flat' },
    use: { place: 'indoors', water: 'wipe', wear: 'handled', mustComeOff: 'yes' },
    area: drawerArea,
    design: { look: 'opaque', ...artwork('art-labels', drawerArea) },
    piece: { quantity: 24, due: null },
  }),
  piece('demo-flasks', 'Night-watch flasks', 'tapered stainless flasks, washed by hand, hot drink', 'steel-stainless', {
    surface: { shape: 'cone', existing: [{ finish: 'powder-coat', ageDays: null }] },
    use: { place: 'indoors', water: 'handWash', wear: 'daily', food: 'lip', heat: 'none', item: 'vacuumVessel' },
    design: { minStrokeMm: 2 },
    piece: { quantity: 6 },
  }),
];

const text = writeWorkspace({
  version: WORKSPACE_VERSION,
  catalogueVersion: CATALOGUE_VERSION,
  pieces,
  events: [],
  settings,
  ownProducts: [],
  overrides: [],
  trials: [],
  artworks,
  ...demoShelf(),
});
const read = readWorkspace(text, catalogue());
if (!read.ok) throw new Error(JSON.stringify(read.problems, null, 2));
mkdirSync('demo', { recursive: true });
writeFileSync('demo/observatory.json', text);
