import { createHash } from 'node:crypto';
import { readFileSync } from 'node:fs';
import path from 'node:path';
import Koa from 'koa';
import send from 'koa-send';
import { climateRoutes } from './climate.ts';
import { cutterRoutes } from './cutterRoutes.ts';

export interface AppOptions {
  /** Folder of the built web application. */
  readonly buildFolder: string;
  /** The clock of the simulated devices, ms since 1970. */
  readonly now?: (() => number) | undefined;
}

const MOST_SHOWN = 200;

/** Headers of every answer, beside the policy of what the page may load. */
const PLAIN_HEADERS = {
  'X-Content-Type-Options': 'nosniff',
  'X-Frame-Options': 'DENY',
  'Referrer-Policy': 'no-referrer',
  'Cross-Origin-Opener-Policy': 'same-origin',
  'Cross-Origin-Resource-Policy': 'same-origin',
  'Permissions-Policy': 'camera=(), geolocation=(), microphone=()',
} as const;

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
  const policy = `default-src 'self'; script-src 'self' ${inlineHashes(html).join(' ')}; style-src 'self' 'unsafe-inline'; img-src 'self' data: blob:; connect-src 'self'; worker-src 'self'; object-src 'none'; base-uri 'self'; form-action 'self'; frame-ancestors 'none'`;

  const headers = { ...PLAIN_HEADERS, 'Content-Security-Policy': policy };
  app.use(async (context, next) => {
    context.set(headers);
    try {
      await next();
    } catch (error) {
      // an error that leaves here would take the headers with it
      const { status = 500 } = error as { status?: number };
      if (status >= 500) context.app.emit('error', error, context);
      context.set(headers);
      context.status = status >= 400 && status < 600 ? status : 500;
      context.body = {
        problems: [
          {
            code: status < 500 ? 'bad-request' : 'broken',
            given: `${context.method} ${context.path.slice(0, MOST_SHOWN)}`,
            allowed: 'the pages and files of the application.',
            todo: status < 500 ? 'Go back to the first page.' : 'Try it again; nothing was changed.',
          },
        ],
      };
    }
  });

  app.use(climateRoutes(now).routes());
  app.use(cutterRoutes(now).routes());

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
            given: `${context.method} ${context.path.slice(0, MOST_SHOWN)}`,
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

/**
 * Answers what is no request at all, before any application sees it, with the same headers.
 *
 * @returns the whole answer, as it goes over the line
 */
export const answerToNoRequest = (): string =>
  [
    'HTTP/1.1 400 Bad Request',
    ...Object.entries({ ...PLAIN_HEADERS, 'Content-Security-Policy': "default-src 'none'" }).map(
      ([name, value]) => `${name}: ${value}`,
    ),
    'Content-Length: 0',
    'Connection: close',
    '',
    '',
  ].join('\r\n');
