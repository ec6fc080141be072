import { textOf } from './text-of';

describe('the text of a file', () => {
  const WORDS = 'name,temp_c\nTöpfe,−5 °C\n';
  const utf16 = (mark: boolean, bigEnd: boolean): Blob => {
    const units = [...(mark ? '\ufeff' : ''), ...WORDS].map((letter) => letter.charCodeAt(0));
    return new Blob([
      new Uint8Array(units.flatMap((unit) => (bigEnd ? [unit >> 8, unit & 255] : [unit & 255, unit >> 8]))),
    ]);
  };

  it('is read whichever way it is written', async () => {
    expect(await textOf(new Blob([WORDS]))).toBe(WORDS);
    expect(await textOf(new Blob(['\ufeff', WORDS]))).toBe(WORDS);
    for (const mark of [true, false])
      for (const bigEnd of [true, false])
        expect(await textOf(utf16(mark, bigEnd)))
          .withContext(`${mark} ${bigEnd}`)
          .toBe(WORDS);
    expect(await textOf(new Blob([new Uint8Array([0x54, 0xf6, 0x70, 0x66, 0x65])]))).toBe('Töpfe');
    expect(await textOf(new Blob([]))).toBe('');
  });
});
