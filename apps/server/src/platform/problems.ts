import { CoreError } from '@ashstep/core/errors';
import { type FieldProblem, type Problem, errorWords, issueFields } from '@ashstep/contract';
import type { NextFunction, Request, Response } from 'express';
import type { Logger } from 'pino';
import * as z from 'zod';
import { isAway } from './database.js';

/** An answer that is no success: thrown by services, sent as problem details. */
export class ProblemError extends Error {
  constructor(
    readonly status: number,
    readonly code: string,
    readonly detail: string,
    readonly extra: Partial<Pick<Problem, 'fields' | 'changes' | 'currentVersion'>> = {},
  ) {
    super(detail);
  }
}

export const notFound = (what: string): ProblemError =>
  new ProblemError(404, 'not-found', `No such ${what} here. It may have been taken away, or the link is wrong.`);
export const forbidden = (why: string): ProblemError => new ProblemError(403, 'forbidden', why);
export const invalid = (fields: FieldProblem[]): ProblemError =>
  new ProblemError(422, 'invalid', 'Some figures need another look.', { fields });

/** Reads a value by its schema or answers with the fields in the way. */
export function parse<S extends z.ZodType>(schema: S, value: unknown, prefix = ''): z.infer<S> {
  const result = schema.safeParse(value);
  if (!result.success) throw invalid(issueFields(result.error, prefix));
  return result.data;
}

const TITLES: Record<number, string> = {
  400: 'Cannot be read',
  401: 'Sign in first',
  403: 'Not allowed',
  404: 'Not here',
  409: 'Changed meanwhile',
  413: 'Too big',
  421: 'Not its name',
  422: 'Needs another look',
  428: 'Version missing',
  429: 'Too many tries',
  500: 'Our fault',
  503: 'Not just now',
};

export function problemOf(error: unknown): Problem {
  const make = (status: number, code: string, detail: string, extra: ProblemError['extra'] = {}): Problem => ({
    type: `urn:ash-step:problem:${code}`,
    title: TITLES[status] ?? 'Problem',
    status,
    detail,
    code,
    fields: [],
    ...extra,
  });
  if (error instanceof ProblemError) return make(error.status, error.code, error.detail, error.extra);
  if (error instanceof CoreError)
    return make(422, error.code, 'Some figures need another look.', {
      fields: [{ path: error.field, message: errorWords(error.code, error.params) }],
    });
  const { type, code, status } = error as { type?: string; code?: string; status?: number };
  if (type === 'entity.parse.failed') return make(400, 'broken-json', 'What was sent is not JSON. Send it again.');
  if (type === 'entity.too.large') return make(413, 'too-large', 'What was sent is too big.');
  if (isAway(error)) return make(503, 'away', 'The record store does not answer just now. Try again in a moment.');
  if (code === '23505') return make(409, 'already-there', 'One like this is there already.');
  if (code === '23001') return make(409, 'sealed', 'This record is sealed. Amend it to open a new revision.');
  if (code === '22P05' || code === '22021')
    return make(422, 'invalid', 'The text holds a character that cannot be kept.');
  if (code === '22007' || code === '22008')
    return make(422, 'invalid', 'There is no such day. Look at the dates again.');
  if (code === '22003' || code === '22P02')
    return make(422, 'invalid', 'A figure or a mark in it is none that can be kept. Look at it again.');
  if (status !== undefined && status >= 400 && status < 500)
    return make(status, 'bad-request', 'What was sent cannot be used.');
  return make(500, 'internal', 'Something broke on our side. What you typed is kept; try again.');
}

export function problemHandler(log: Logger) {
  return (error: unknown, _request: Request, response: Response, next: NextFunction): void => {
    if (response.headersSent) return next(error);
    const body = problemOf(error);
    if (body.status === 503) {
      response.set('Retry-After', '2');
      log.warn({ err: error }, 'the database is away');
    } else if (body.status >= 500) log.error({ err: error }, 'unexpected');
    response.status(body.status).type('application/problem+json').send(JSON.stringify(body));
  };
}
