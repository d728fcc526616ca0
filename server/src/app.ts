import { createHash } from 'node:crypto';
import { readFileSync } from 'node:fs';
import path from 'node:path';
import Koa from 'koa';
import send from 'koa-send';
import { climateRoutes } from './climate.ts';

export interface AppOptions {
  /** Folder of the built web application. */
  readonly buildFolder: string;
  /** The clock of the simulated devices, ms since 1970. */
  readonly now?: (() => number) | undefined;
}

const YEAR_MS = 365 * 24 * 60 * 60 * 1000;

/** Hashes of the inline scripts of the page, so that the policy allows those and no others. */
const inlineHashes = (html: string): string[] =>
  [...html.matchAll(/<script(?![^>]*\bsrc=)[^>]*>([\s\S]*?)<\/script>/g)].map(
    ([, script = '']) => `'sha256-${createHash('sha256').update(script).digest('base64')}'`,
  );

/**
 * Serves the build, top to bottom: security headers, files, and the page for every other address.
 *
 * @returns the application; `callback()` for tests, `listen()` is main's
 */
export const createApp = ({ buildFolder, now }: AppOptions): Koa => {
  const app = new Koa();
  const html = readFileSync(path.join(buildFolder, 'index.html'), 'utf8');
  const policy = `default-src 'self'; script-src 'self' ${inlineHashes(html).join(' ')}; style-src 'self' 'unsafe-inline'; img-src 'self' data: blob:; connect-src 'self'; worker-src 'self'; object-src 'none'; base-uri 'self'; frame-ancestors 'none'`;

  app.use(async (context, next) => {
    context.set('Content-Security-Policy', policy);
    context.set('X-Content-Type-Options', 'nosniff');
    context.set('Referrer-Policy', 'no-referrer');
    await next();
  });

  app.use(climateRoutes(now).routes());

  app.use(async (context, next) => {
    if (context.method !== 'GET' && context.method !== 'HEAD') return next();
    const isHashed = context.path.startsWith('/assets/');
    try {
      await send(context, context.path, {
        root: buildFolder,
        index: 'index.html',
        ...(isHashed ? { maxage: YEAR_MS, immutable: true } : { maxage: 0 }),
      });
    } catch (error) {
      if ((error as { status?: number }).status !== 404) throw error;
      await next();
    }
  });

  app.use(async (context) => {
    const isPage =
      (context.method === 'GET' || context.method === 'HEAD') &&
      !context.path.startsWith('/api/') &&
      path.extname(context.path) === '';
    if (!isPage) {
      context.status = 404;
      context.body = {
        problems: [
          {
            code: 'no-such-address',
            given: `${context.method} ${context.path}`,
            allowed: 'the pages and files of the application.',
            todo: 'Go back to the first page.',
          },
        ],
      };
      return;
    }
    await send(context, 'index.html', { root: buildFolder, maxage: 0 });
  });
  return app;
};
