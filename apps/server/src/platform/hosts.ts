import { isIP } from 'node:net';
import type { RequestHandler } from 'express';
import { ProblemError } from './problems.js';

/**
 * Answers only under a name this server is known by: an address, localhost, or one of those set. A foreign name that was made to
 * lead here would let a stranger's page speak for whoever is signed in.
 */
export function requireHost(known: readonly string[]): RequestHandler {
  return (request, _response, next) => {
    const host = (request.hostname ?? '').toLowerCase().replace(/^\[|\]$/g, '');
    if (host === 'localhost' || isIP(host) !== 0 || known.includes(host)) return next();
    throw new ProblemError(
      421,
      'wrong-host',
      'This server does not go by that name. Set PUBLIC_HOST to the name it is reached under.',
    );
  };
}
