/** Errors that are answers: a status and a message that says what happened and what to do. */
import type { Middleware } from 'koa';
import { ZodError } from 'zod';
import { databaseTrouble } from '../store/database';
import { UnusableInput } from '../unusable';
import { EngineError } from '../survey/engine';

export class HttpError extends Error {
  constructor(
    readonly status: number,
    message: string,
  ) {
    super(message);
  }
}

const STATUS = { missing: 404, unusable: 409, cancelled: 409, broken: 500 } as const;

export function answerErrors(log: (message: string) => void): Middleware {
  return async (ctx, next) => {
    try {
      await next();
    } catch (error) {
      if (error instanceof HttpError) ctx.status = error.status;
      else if (error instanceof EngineError) ctx.status = STATUS[error.kind];
      else if (error instanceof UnusableInput) ctx.status = 400;
      else if (error instanceof ZodError) {
        const [issue] = error.issues;
        ctx.status = 400;
        ctx.body = { error: `${issue?.path.join('.') ?? 'The request'}: ${issue?.message ?? 'is not understood'}.` };
        return;
      } else {
        ctx.status = 500;
        log(error instanceof Error ? (error.stack ?? error.message) : String(error));
      }
      const message = databaseTrouble(error) ?? (error instanceof Error ? error.message : String(error));
      ctx.body = { error: message };
    }
  };
}
