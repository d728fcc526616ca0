import type { Basis, Catalogue, Figure, Method, Product, SOILS, SurfaceProperties } from '../materials/index.ts';
import type { Demand, Remedy } from './demands.ts';
import type {
  ApplyOperation,
  FinishRemoval,
  Brief,
  Design,
  Operation,
  Part,
  Schools,
  SurfaceFacts,
  Trial,
  Use,
  Workshop,
} from '../piece/index.ts';

export type Soil = (typeof SOILS)[number];

/** Everything about the piece that stays the same while its stacks are judged. */
export interface Situation {
  readonly brief: Brief;
  readonly part: Part;
  readonly use: Use;
  readonly workshop: Workshop;
  readonly surface: SurfaceFacts;
  readonly catalogue: Catalogue;
  readonly schools: Schools;
  readonly designs: readonly Design[];
  /** Thinnest stroke and web over all designs, at the scale agreed to, mm; null: not known. */
  readonly strokeMm: number | null;
  readonly webMm: number | null;
  readonly islands: number | null;
  /** Hottest the surface gets in use. */
  readonly heat: Figure | null;
  readonly lifeYears: number | null;
  /** The user's own tries that held. */
  readonly trials: readonly Trial[];
}

/** The surface as the next operation meets it. */
export interface Top {
  readonly porosity: SurfaceProperties['porosity'];
  readonly energy: SurfaceProperties['energy'];
  readonly texture: SurfaceProperties['texture'];
  readonly friable: SurfaceProperties['friable'];
  readonly solvents: SurfaceProperties['solvents'];
  readonly traits: SurfaceProperties['traits'];
  /** Chemical kind on top; undefined on a bare base. */
  readonly binder: string | undefined;
  readonly soils: readonly Soil[];
  /** Coats laid by this stack, lowest first. */
  readonly coats: readonly { readonly operation: ApplyOperation; readonly product: Product }[];
  readonly mask: { readonly operation: ApplyOperation; readonly product: Product } | null;
  readonly hold: Product | null;
  readonly hasEdgeSeal: boolean;
  readonly film: Product | null;
  /** What earlier designs on the same part have left lying beside this one. */
  readonly beside: readonly Product[];
}

/** What one rule sees: the piece, and the operation it is asked about with all that lies below it. */
export interface Context extends Situation {
  readonly method: Method;
  readonly top: Top;
  /** Null when the whole piece or the finished stack is judged. */
  readonly operation: Operation | null;
  readonly product: Product | null;
}

export type Verdict = 'blocks' | 'cautions' | 'favours' | 'unknown';

/** A figure that decided something, for "where from?". */
export interface DecidingFigure {
  readonly of: string;
  readonly label: string;
  readonly figure: Figure;
}

export interface Judgement {
  readonly verdict: Verdict;
  readonly reason: string;
  readonly instead: string;
  /** What a caution or a doubt asks of the maker; null for a refusal and for praise. */
  readonly demand: Demand | null;
  readonly basis: Basis;
  readonly figures?: readonly DecidingFigure[];
}

/** A judgement with the rule that made it and the operation it is about. */
export interface Finding extends Judgement {
  readonly ruleId: string;
  /** The user's own try that speaks against the rule, or for it, and what the rule asked for before. */
  readonly trial: Trial | undefined;
  readonly wasAsked: Demand | null;
  readonly isSafety: boolean;
  readonly operationId: string | null;
}

export const TOPICS = [
  'adhesion',
  'chemistry',
  'order',
  'mask',
  'water',
  'heat',
  'food',
  'outdoors',
  'artwork',
  'workshop',
  'safety',
  'look',
] as const;

/** Where in a stack a rule is asked: about the piece and method, about operations of some roles, or about the finished stack. */
export type AskedAt = 'piece' | 'end' | readonly (ApplyOperation['role'] | 'unmask' | 'rinse' | 'treat')[];

export interface Rule {
  readonly id: string;
  readonly topic: (typeof TOPICS)[number];
  /** What it looks after, in one sentence, for the handbook. */
  readonly about: string;
  readonly at: AskedAt;
  /** Safety refusals can never be overruled. */
  readonly safety?: true;
  /** Set where the answer follows from the product and the piece alone, whatever lies below: it is then asked once. */
  readonly reads?: 'product';
  /** Set where it is asked only about operations that lay a product. */
  readonly aboutProduct?: true;
  /** Null: nothing to say. */
  readonly test: (context: Context) => Judgement | null;
}

/** For rules about one product: the context with its operation and product in place. */
export type ProductContext = Context & { readonly product: Product; readonly operation: ApplyOperation };
/** What a rule about preparations is shown: a product that is laid, or one that takes a finish off. */
export type PreparingContext = Context & {
  readonly product: Product;
  readonly operation: ApplyOperation | FinishRemoval;
};

/** A rule that is asked only about operations that lay a product, or take a finish off with one, where it is about preparations. */
export const aboutProduct = <const At extends ApplyOperation['role']>(
  rule: Omit<Rule, 'test' | 'at'> & {
    readonly at: readonly At[];
    readonly test: (context: 'prep' extends At ? PreparingContext : ProductContext) => Judgement | null;
  },
): Rule => ({ ...rule, aboutProduct: true }) as Rule;

const judgement =
  (verdict: 'blocks' | 'favours') =>
  (reason: string, instead: string, basis: Basis, ...figures: readonly DecidingFigure[]): Judgement => ({
    verdict,
    reason,
    instead,
    demand: null,
    basis,
    figures,
  });

/** What stands, and asks something of the maker: a kind of demand has to be named. */
const asking =
  (verdict: 'cautions' | 'unknown') =>
  (reason: string, { words, demand }: Remedy, basis: Basis, ...figures: readonly DecidingFigure[]): Judgement => ({
    verdict,
    reason,
    instead: words,
    demand,
    basis,
    figures,
  });

export const blocks = judgement('blocks');
export const cautions = asking('cautions');
export const favours = judgement('favours');
export const unknown = asking('unknown');

/** A product's figure as a deciding figure. */
export const figureOf = (product: Product, label: string, figure: Figure): DecidingFigure => ({
  of: product.name,
  label,
  figure,
});

export const BONDED_COATS: readonly ApplyOperation['role'][] = ['ground', 'groundSeal', 'medium', 'finish'];
