import { CoreError } from '@ashstep/core/errors';
import { goThrough } from './work-steps';
import type { Working } from './working';

type Steps = Generator<{ share: number; soFar: number[] }, number[], 'stop' | undefined>;

describe('a search beside the page, on a slow machine', () => {
  function* three(): Steps {
    const soFar: number[] = [];
    for (const one of [1, 2, 3]) {
      soFar.push(one);
      if ((yield { share: one / 3, soFar }) === 'stop') break;
    }
    return soFar;
  }
  /** Every look at the clock finds it ten seconds on. */
  const told = (mostMs: number): Working<number[]>[] => {
    let now = 0;
    spyOn(performance, 'now').and.callFake(() => (now += 10_000));
    const news: Working<number[]>[] = [];
    goThrough(three(), mostMs, (message) => news.push(structuredClone(message)));
    return news;
  };

  it('is broken off after a while where it could go on bettering for ever', () => {
    expect(told(5000).at(-1)).toEqual({ share: 1, soFar: [1], done: true });
  });

  it('goes through a list to its end, however long that takes, telling how far it is', () => {
    const news = told(Infinity);
    expect(news.map((one) => 'share' in one && one.share)).toEqual([1 / 3, 2 / 3, 1, 1]);
    expect(news.at(-1)).toEqual({ share: 1, soFar: [1, 2, 3], done: true });
  });

  it('says what it was given wrong', () => {
    const news: Working<never>[] = [];
    goThrough((function* (): Generator<never, never, 'stop' | undefined> { throw new CoreError('beyond-horizon', 'jobs'); })(), 1000, (message) => news.push(message)); // prettier-ignore
    expect(news.length).toBe(1);
    expect('failed' in news[0]!).toBeTrue();
  });
});
