import type { NextFunction, Request, Response } from 'express';
import { invalid } from './problems.js';

/** Nothing that is sent is nested deeper. */
const DEEPEST = 60;

/**
 * Refuses what reads as JSON and cannot be kept: text with a NUL or half a character, and values nested out of all measure.
 * Looked through without recursion, so that no depth of nesting ends the process.
 */
export function keepable(request: Request, _response: Response, next: NextFunction): void {
  const open: { value: unknown; path: string; depth: number }[] = [{ value: request.body, path: '', depth: 0 }];
  for (let at = open.pop(); at; at = open.pop()) {
    const { value, path, depth } = at;
    if (typeof value === 'string' && !isKept(value))
      throw invalid([{ path, message: 'The text holds a character that cannot be kept. Type it again.' }]);
    if (typeof value !== 'object' || value === null) continue;
    if (depth >= DEEPEST)
      throw invalid([{ path: '', message: 'This is nested deeper than anything that is kept here.' }]);
    for (const [name, inner] of Object.entries(value)) {
      const inside = path === '' ? name : `${path}.${name}`;
      if (!isKept(name)) throw invalid([{ path, message: 'A name in it holds a character that cannot be kept.' }]);
      open.push({ value: inner, path: inside, depth: depth + 1 });
    }
  }
  next();
}

const isKept = (text: string): boolean => !/[\0\p{Surrogate}]/u.test(text);
