import { TACKS, TEXTURES, rankIn, type Product, type SurfaceProperties } from '../materials/index.ts';
import type { WantedCoat } from '../piece/index.ts';

/*
 * What rules ask of a product or a surface. A rule names no kinds, tacks or roles itself: what a new product is follows from its
 * properties here, once.
 */

const tackRank = ({ tack }: Product): number => rankIn(TACKS, tack ?? 'none');

/** Holds by a glue of its own, cold. */
export const isGlued = (product: Product): boolean => tackRank(product) > rankIn(TACKS, 'none');
/** Comes off again clean: its glue is of the weakest kind. */
export const holdsWeakly = (product: Product): boolean => isGlued(product) && tackRank(product) <= rankIn(TACKS, 'low');
/** Its glue is of the firmest kind. */
export const holdsFirmly = (product: Product): boolean => tackRank(product) >= rankIn(TACKS, 'high');
/** Weaker than a film of middle tack. */
export const holdsLessThanMid = (product: Product): boolean =>
  isGlued(product) && tackRank(product) < rankIn(TACKS, 'mid');
/** Is melted on. */
export const isHeated = ({ tack }: Product): boolean => tack === 'heat';
/** Lies on pins and dots. */
export const isPinned = ({ tack }: Product): boolean => tack === 'pins';
/** Holds by nothing of its own. */
export const isLoose = ({ tack }: Product): boolean => tack === 'none';

/** Takes away or changes the base rather than lying on it. */
export const takesAway = ({ attacks, kind }: Product): boolean => attacks !== undefined && kind === 'medium';
/** Lies on the piece and lives with it: not what takes away, and not dye that has gone into the cloth. */
export const staysOn = (product: Product): boolean => !takesAway(product) && product.attacks !== 'dyePolymer';
/** Dries as a coat of a film of its own. */
export const isCoat = ({ kind }: Product): boolean => kind === 'paint' || kind === 'clear' || kind === 'primer';
/** Sinks in and leaves nothing on top. */
export const sinksIn = ({ kind }: Product): boolean => kind === 'stain';
/** Hides what is below it by colour. */
export const coversColour = ({ kind }: Product): boolean => kind === 'paint';
/** Prepares the surface for the next coat. */
export const primes = ({ flags }: Product): boolean => flags.includes('priming');
/** Is poured and levels by itself, in one thick coat. */
export const isFlooded = ({ how }: Product): boolean => how.includes('pour');
/** Gives paint a key on gloss. */
export const givesKey = ({ flags }: Product): boolean => flags.includes('keys') || flags.includes('metalPrimer');
/** Is sprayed. */
export const isSprayed = ({ body }: Product): boolean => body === 'spray';
/** Has a film of its own that is cut, weeded and laid. */
export const isFilm = ({ roles }: Product): boolean => roles.includes('film');

/** Slippery when wet: what a coat or film leaves underfoot is gloss, or nobody has said what it leaves. */
export const makesSlippery = ({ makes }: Product): boolean => (makes?.slip ?? 'gloss') === 'gloss';
/** Grips when wet. */
export const gripsFeet = ({ makes }: Product): boolean => makes?.slip === 'grit';

/** Open pile: brush, or loose fibre as coarse as felt and jute. */
export const isPile = ({ texture, porosity }: Pick<SurfaceProperties, 'texture' | 'porosity'>): boolean =>
  texture === 'brush' || (porosity === 'fibre' && texture === 'rough');
/** Coarser than a limit; false where either is not known. */
export const isCoarserThan = (texture: SurfaceProperties['texture'], limit: SurfaceProperties['texture']): boolean =>
  rankIn(TEXTURES, texture) > rankIn(TEXTURES, limit) && rankIn(TEXTURES, limit) >= 0;

/** True where a surface has a trait, or where nobody has said which traits it has. */
export const mayHave = (
  { traits }: Pick<SurfaceProperties, 'traits'>,
  trait: SurfaceProperties['traits'][number],
): boolean => traits.includes(trait) || traits.includes('unknown');

/** Is the coat that is wanted, by its name or its kind. */
export const isCoatWanted = (product: Product, { product: id, kind }: WantedCoat): boolean =>
  (id === undefined || product.id === id || product.like === id) && (kind === undefined || product.kind === kind);
