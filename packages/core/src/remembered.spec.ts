import { Remembered } from './remembered.js';

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
