import { Remembered, kept } from './remembered.js';

describe('what is remembered', () => {
  it('is made once, and made anew when so many others were asked for since', () => {
    const made: string[] = [];
    const squares = new Remembered<string>(2);
    const of = (name: string): string => squares.of(name, () => (made.push(name), `${name}${name}`));
    expect(['a', 'b', 'a', 'c', 'a', 'b'].map(of)).toEqual(['aa', 'bb', 'aa', 'cc', 'aa', 'bb']);
    expect(made).toEqual(['a', 'b', 'c', 'b']);
  });

  it('is made anew when it is forgotten', () => {
    let count = 0;
    const counted = new Remembered<number>(5);
    const of = (): number => counted.of('x', () => ++count);
    expect([of(), of()]).toEqual([1, 1]);
    counted.forget('x');
    expect(of()).toBe(2);
  });
});

describe('what is kept', () => {
  it('is not worked out again while it is asked of the very same things', () => {
    let count = 0;
    const sum = kept((a: { n: number }, b: number | null) => ((count += 1), a.n + (b ?? 0)), 2);
    const [one, two] = [{ n: 1 }, { n: 2 }];
    expect([sum(one, null), sum(two, 3), sum(one, null), sum(two, 3)]).toEqual([1, 5, 1, 5]);
    expect(count).toBe(2);
    expect(sum({ n: 1 }, null)).toBe(1);
    expect(count).toBe(3);
    expect(sum(two, 3)).toBe(5);
    expect(sum(one, null)).toBe(1);
    expect(count).toBe(4);
  });

  it('is not the error: what was refused is asked again', () => {
    let ready = false;
    const answer = kept((_: object) => {
      if (!ready) throw new Error('not yet');
      return 1;
    });
    const it = {};
    expect(() => answer(it)).toThrowError('not yet');
    ready = true;
    expect(answer(it)).toBe(1);
  });
});
