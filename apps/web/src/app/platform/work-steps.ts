import { errorWords } from '@ashstep/contract/words';
import { attempt } from '@ashstep/core/errors';
import type { Working } from './working';

/** News is told this often, ms. */
const TELL_EVERY_MS = 120;

type Search<T> = Generator<{ share: number; soFar: T }, T, 'stop' | undefined>;

/**
 * Makes this worker answer every request with a search, telling what there is so far. One that could be bettered for ever is ended after a
 * while; one that goes through a list is not (`Infinity`), for half a list looks like the whole of it.
 */
export function answerWithSearch<Request, T>(
  searchFor: (request: Request) => Search<T>,
  mostMs: number | ((request: Request) => number),
): void {
  addEventListener('message', ({ data }: MessageEvent<Request>) =>
    goThrough(searchFor(data), typeof mostMs === 'number' ? mostMs : mostMs(data), (message) => postMessage(message)),
  );
}

/** Goes through a search to its end, or until it has taken `mostMs`. */
export function goThrough<T>(search: Search<T>, mostMs: number, post: (message: Working<T>) => void): void {
  const begun = performance.now();
  let told = begun;
  const { error } = attempt(() => {
    for (let step = search.next(); ;) {
      if (step.done) return post({ share: 1, soFar: step.value, done: true });
      const now = performance.now();
      if (now - told > TELL_EVERY_MS) {
        told = now;
        post({ share: Math.max(step.value.share, (now - begun) / mostMs), soFar: step.value.soFar, done: false });
      }
      step = search.next(now - begun > mostMs ? 'stop' : undefined);
    }
  });
  if (error) post({ failed: errorWords(error.code, error.params) });
}
