/** What every request passes: only from this machine, only for this machine, nothing embedded from elsewhere. */
import type { Context, Middleware } from 'koa';
import { HttpError } from './errors';

const POLICY = [
  "default-src 'self'",
  "style-src 'self' 'unsafe-inline'",
  "img-src 'self' data:",
  "font-src 'self' data:",
  "connect-src 'self'",
  "worker-src 'self'",
  "object-src 'none'",
  "base-uri 'none'",
  "form-action 'none'",
  "frame-ancestors 'none'",
].join('; ');

/** Names under which a browser on this machine may ask for us. */
function isOwn(authority: string, port: number): boolean {
  return [`127.0.0.1:${port}`, `localhost:${port}`, `[::1]:${port}`].includes(authority.toLowerCase());
}

/** Whether a request's address can be taken apart and its escapes undone. */
function isReadable(ctx: Context): boolean {
  try {
    decodeURIComponent(ctx.path);
    return true;
  } catch {
    return false;
  }
}

/** Refuses a foreign Host (another name that leads here) or Origin (another page asking) with 403. */
export function guard(port: () => number): Middleware {
  return async (ctx, next) => {
    ctx.set('Content-Security-Policy', POLICY);
    ctx.set('X-Content-Type-Options', 'nosniff');
    ctx.set('Referrer-Policy', 'no-referrer');
    ctx.set('Cross-Origin-Resource-Policy', 'same-origin');
    if (!isReadable(ctx)) throw new HttpError(400, 'The request’s address is not valid.');
    const origin = ctx.get('Origin');
    const originHost = /^https?:\/\/([^/]+)$/.exec(origin)?.[1];
    if (
      !isOwn(ctx.get('Host'), port()) ||
      (origin !== '' && (originHost === undefined || !isOwn(originHost, port())))
    ) {
      ctx.status = 403;
      ctx.body = { error: 'Vectura answers only pages it serves itself, on this machine.' };
      return;
    }
    await next();
  };
}
