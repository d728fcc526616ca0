import { failed, type Outcome, type Problem } from '../problem/index.ts';
import { dusted, numberProblem, twiceProblems } from '../cut/index.ts';

export interface Recipe {
  readonly parts: readonly { readonly id: string; readonly massG: number }[];
}

/** What a recipe is scaled to: a mass, what is left of one part, or an area at so much of it. */
export type RecipeTarget =
  | { readonly totalG: number }
  | { readonly part: string; readonly massG: number }
  | { readonly areaMm2: number; readonly gPerM2: number };

export interface ScaledRecipe extends Recipe {
  readonly totalG: number;
}

const MM2_PER_M2 = 1e6;

/** How many times the recipe is made. */
const timesOf = (recipe: Recipe, to: RecipeTarget): Outcome<{ times: number }> => {
  const total = recipe.parts.reduce((sum, { massG }) => sum + massG, 0);
  if ('totalG' in to) {
    const wrong = numberProblem('totalG', to.totalG, { from: '0 or more' });
    return wrong.length ? failed(...wrong) : { ok: true, times: to.totalG / total };
  }
  if ('areaMm2' in to) {
    const wrong = [
      ...numberProblem('areaMm2', to.areaMm2, { from: '0 or more' }),
      ...numberProblem('gPerM2', to.gPerM2, { from: '0 or more' }),
    ];
    return wrong.length ? failed(...wrong) : { ok: true, times: ((to.areaMm2 / MM2_PER_M2) * to.gPerM2) / total };
  }
  const part = recipe.parts.find(({ id }) => id === to.part);
  const wrong: Problem[] = numberProblem('massG', to.massG, { from: '0 or more' });
  if (!part?.massG)
    wrong.push({
      code: 'no-such-part',
      at: 'part',
      given: part ? `"${to.part}" is 0 g of the recipe.` : `"${to.part}" is no part of the recipe.`,
      allowed: `one of ${recipe.parts.map(({ id }) => `"${id}"`).join(', ')}, with a mass.`,
      todo: 'Name the part of which so much is left.',
    });
  return wrong.length ? failed(...wrong) : { ok: true, times: to.massG / part!.massG };
};

/**
 * A recipe by mass, made larger or smaller; its parts keep their ratio.
 *
 * @param recipe parts with their mass, g; not all 0
 * @param to     g in all, g left of one part, or mm² at g/m²
 * @example scaleRecipe({ parts: [{ id: 'salt', massG: 25 }, { id: 'water', massG: 250 }] }, { part: 'salt', massG: 10 }) // water 100, in all 110
 */
export const scaleRecipe = (recipe: Recipe, to: RecipeTarget): Outcome<ScaledRecipe> => {
  const wrong = [
    ...twiceProblems(
      'parts',
      recipe.parts.map(({ id }) => id),
    ),
    ...recipe.parts.flatMap(({ massG }, at) => numberProblem(`parts.${at}.massG`, massG, { from: '0 or more' })),
  ];
  if (!wrong.length && !recipe.parts.some(({ massG }) => massG > 0))
    wrong.push({
      code: 'empty-recipe',
      at: 'parts',
      given: 'a recipe without any mass was given.',
      allowed: 'at least one part of more than 0 g.',
      todo: 'Enter what goes into it.',
    });
  if (wrong.length) return failed(...wrong);
  const scaled = timesOf(recipe, to);
  if (!scaled.ok) return scaled;
  const parts = recipe.parts.map(({ id, massG }) => ({ id, massG: dusted(massG * scaled.times) }));
  return { ok: true, parts, totalG: dusted(parts.reduce((sum, { massG }) => sum + massG, 0)) };
};
