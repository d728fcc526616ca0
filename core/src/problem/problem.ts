/** One expected failure, as data: what was given, what is allowed, what to do about it. */
export interface Problem {
  /** Stable word for programs, e.g. `number-out-of-range`. */
  readonly code: string;
  /** What was given, in the user's words. */
  readonly given: string;
  /** What is allowed here. */
  readonly allowed: string;
  /** What to do next. */
  readonly todo: string;
  /** Where it was given: a field path such as `pieces.0.name`. */
  readonly at?: string;
}

/** Either a result or the problems that kept it from being made. Expected failures are returned, never thrown. */
export type Outcome<Result extends object> = ({ readonly ok: true } & Result) | Failure;

export interface Failure {
  readonly ok: false;
  readonly problems: readonly Problem[];
}

/** A failed outcome holding one problem or several. */
export const failed = (...problems: readonly Problem[]): Failure => ({ ok: false, problems });

/** The one sentence that a problem reads as. */
export const problemSentence = ({ given, allowed, todo, at }: Problem): string =>
  `${at ? `${at}: ` : ''}${given} Allowed: ${allowed} ${todo}`;
