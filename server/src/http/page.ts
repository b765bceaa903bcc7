import { readFile } from 'node:fs/promises';
import path from 'node:path';
import { languageMark } from '@puddler/contract/shared';
import type { Middleware } from 'koa';
import serve from 'koa-static';
import { styleNonce } from './security-headers';

const NONCE_MARK = '__STYLE_NONCE__';
const DECIMAL_MARK = '__DECIMAL_MARK__';
/** What a browser may call a language: anything else that it sends does not get into the page. */
const LANGUAGE = /^[a-z0-9]{1,8}(?:-[a-z0-9]{1,8}){0,8}$/i;

/** The first language that a browser asks for, with its decimal mark. */
function markOf(languages: string | string[] | false): string {
  const [first = ''] = [languages || ''].flat();
  return LANGUAGE.test(first) ? languageMark(first) : '';
}

/** The built page: files under their own names, and index.html for every address that is a view of the page. */
export function pageMiddleware(folder: string): Middleware {
  let index: Promise<string> | undefined;
  const files = serve(folder, {
    index: false,
    setHeaders(response, file) {
      // Vite names assets by their content.
      const hashed = path.basename(path.dirname(file)) === 'assets';
      response.setHeader('Cache-Control', hashed ? 'public, max-age=31536000, immutable' : 'no-cache');
    },
  });
  return async (ctx, next) => {
    if (ctx.path.startsWith('/api/')) {
      await next();
      return;
    }
    await files(ctx, async () => {
      const isView = (ctx.method === 'GET' || ctx.method === 'HEAD') && path.extname(ctx.path) === '';
      if (!isView) {
        await next();
        return;
      }
      index ??= readFile(path.join(folder, 'index.html'), 'utf8');
      ctx.type = 'html';
      ctx.set('Cache-Control', 'no-store');
      ctx.vary('Accept-Language');
      ctx.body = (await index).replace(NONCE_MARK, styleNonce(ctx)).replace(DECIMAL_MARK, markOf(ctx.acceptsLanguages()));
    });
  };
}
