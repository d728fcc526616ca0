import type { Context } from 'koa';
import type { Problem } from '@sgraffa/core';

/** What is wrong with a request, as everything here says it. */
export interface Refusal extends Pick<Problem, 'code' | 'given' | 'allowed' | 'todo'> {
  readonly status: number;
}

export const refuse = (context: Context, { status, code, given, allowed, todo }: Refusal): void => {
  context.status = status;
  context.body = { problems: [{ code, given, allowed, todo }] };
};

/** Whether a request comes from a page of this very server: browsers say so, other pages cannot. */
const isOwnPage = (context: Context): boolean => {
  const origin = context.get('Origin');
  return URL.canParse(origin) && new URL(origin).host === context.host;
};

/** Refuses what does not come from a page of this server; true where it was refused. */
export const refusedForeign = (context: Context): boolean => {
  if (isOwnPage(context)) return false;
  refuse(context, {
    status: 403,
    code: 'foreign-page',
    given: `A change from ${context.get('Origin').slice(0, 100) || 'no page'}.`,
    allowed: 'a change from a page of this server.',
    todo: 'Open the application from this address.',
  });
  return true;
};

const MOST_SIGNS = 10_000;

/**
 * The body of a request as JSON.
 *
 * @param most signs that are read
 * @returns null where it is none, or longer
 */
export const bodyOf = async (context: Context, most = MOST_SIGNS): Promise<unknown> => {
  let text = '';
  for await (const chunk of context.req) {
    text += String(chunk);
    if (text.length > most) return null;
  }
  try {
    return JSON.parse(text || '{}');
  } catch {
    return null;
  }
};
