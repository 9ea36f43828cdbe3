/**
 * Who may ask. Every user of a machine can reach its loopback address, so that a server answers only whoever holds its secret:
 * browsers by a cookie, which the address that was printed at the start gives them once; programs of the same user by a key that
 * stands in a file only that user can read.
 */
import { randomBytes, timingSafeEqual } from 'node:crypto';
import type { Context, Middleware } from 'koa';
import { HttpError } from './errors';

const PARAMETER = 'key';
const NOT_LET_IN =
  'This browser has not been let in. Open the address that Vectura printed at startup; each start prints a new one.';

const secret = (): string => randomBytes(24).toString('base64url');

function same(a: string, b: string): boolean {
  const [one, other] = [Buffer.from(a), Buffer.from(b)];
  return one.length === other.length && timingSafeEqual(one, other);
}

export class Admission {
  /** What programs show, as a bearer token. */
  readonly key = secret();
  /** What the next browser shows in the address; used up by the first that then asks for something. */
  private invitation = secret();
  /** Browsers that came by the invitation and have not asked for anything yet: one that looks ahead never does. */
  private readonly invited = new Set<string>();
  private readonly admitted = new Set<string>();

  /** `onUsed` is called when an invitation was used up, and there is another one. */
  constructor(private readonly onUsed: () => void = () => undefined) {}

  /** An address with what it takes to be let in by it, once. */
  invite(url: string): string {
    const address = new URL(url);
    address.searchParams.set(PARAMETER, this.invitation);
    return address.href;
  }

  /** Takes invitations, and refuses questions of those without. Pages and what they are made of tell nothing of any project. */
  middleware(port: () => number): Middleware {
    return async (ctx, next) => {
      // Cookies do not tell ports apart, and there may be a server on another.
      const cookie = `vectura-${port()}`;
      const shown = ctx.query[PARAMETER];
      if (ctx.method === 'GET' && !ctx.path.startsWith('/api/') && typeof shown === 'string') {
        this.welcome(ctx, shown, cookie);
        return;
      }
      if (ctx.path.startsWith('/api/') && !this.knows(ctx, cookie)) throw new HttpError(401, NOT_LET_IN);
      await next();
    };
  }

  private welcome(ctx: Context, shown: string, cookie: string): void {
    if (same(shown, this.invitation)) {
      const session = secret();
      this.invited.add(session);
      ctx.set('Set-Cookie', `${cookie}=${session}; Path=/; HttpOnly; SameSite=Strict`);
    }
    // On without it: an address is kept in histories and copied to others.
    const rest = new URLSearchParams(ctx.querystring);
    rest.delete(PARAMETER);
    ctx.set('Cache-Control', 'no-store');
    // Two strokes at its beginning would lead to another host.
    const path = ctx.path.replace(/^[/\\]+/, '/');
    ctx.redirect(rest.size > 0 ? `${path}?${rest.toString()}` : path);
  }

  private knows(ctx: Context, cookie: string): boolean {
    const [, bearer] = /^Bearer (\S+)$/.exec(ctx.get('Authorization')) ?? [];
    if (bearer !== undefined) return same(bearer, this.key);
    const session = ctx.cookies.get(cookie);
    if (session === undefined) return false;
    if (this.admitted.has(session)) return true;
    if (!this.invited.has(session)) return false;
    this.invited.clear();
    this.admitted.add(session);
    this.invitation = secret();
    this.onUsed();
    return true;
  }
}
