/** A drawdown of a paste in white as its shop read it. */
export interface PasteDrawdown {
  /** Of the whole by mass. */
  percent: number;
  l: number;
  a: number;
  b: number;
}

/** A tinting paste of a shelf, by its drawdowns at two or more strengths. */
export interface PigmentPaste {
  id: string;
  name: string;
  drawdowns: readonly PasteDrawdown[];
}

/** White gel coat that pastes go into, as it reads alone. */
export interface WhiteGelCoat {
  id: string;
  name: string;
  l: number;
  a: number;
  b: number;
}

/** The made-up white as it would read. */
export const GENERIC_WHITES: readonly WhiteGelCoat[] = [
  { id: 'white-base', name: 'White gel coat', l: 96.5, a: -1.1, b: 1.9 },
];

// prettier-ignore
/** The made-up shelf as its drawdowns would read, rounded as a colour meter rounds. */
export const GENERIC_PASTES: readonly PigmentPaste[] = [
  { id: 'black', name: 'Black', drawdowns: [{ percent: 0.5, l: 73.3, a: -0.1, b: 1 }, { percent: 2, l: 55.1, a: 0.1, b: 1 }, { percent: 8, l: 34.4, a: 0.2, b: 0.9 }] },
  { id: 'yellow', name: 'Yellow', drawdowns: [{ percent: 0.5, l: 94.7, a: -7, b: 28.4 }, { percent: 2, l: 92.4, a: -8.8, b: 51 }, { percent: 8, l: 88.3, a: -6.9, b: 77.1 }] },
  { id: 'ochre', name: 'Ochre', drawdowns: [{ percent: 0.5, l: 91.2, a: 1, b: 14.3 }, { percent: 2, l: 84.4, a: 3.9, b: 25.1 }, { percent: 8, l: 72.7, a: 9.2, b: 37.6 }] },
  { id: 'orange', name: 'Orange', drawdowns: [{ percent: 0.5, l: 84.8, a: 16.9, b: 13.7 }, { percent: 2, l: 74.4, a: 31.3, b: 24.2 }, { percent: 8, l: 61.1, a: 47.3, b: 36.7 }] },
  { id: 'red', name: 'Red', drawdowns: [{ percent: 0.5, l: 79.9, a: 18.4, b: 4.8 }, { percent: 2, l: 66.0, a: 32.3, b: 9.2 }, { percent: 8, l: 49.4, a: 45.6, b: 15.8 }] },
  { id: 'oxide-red', name: 'Oxide red', drawdowns: [{ percent: 0.5, l: 82.7, a: 10.4, b: 7.1 }, { percent: 2, l: 69.7, a: 18.4, b: 11.5 }, { percent: 8, l: 51.6, a: 25.7, b: 15.3 }] },
  { id: 'magenta', name: 'Magenta', drawdowns: [{ percent: 0.5, l: 81.2, a: 25, b: -15.9 }, { percent: 2, l: 67.9, a: 44.1, b: -28.8 }, { percent: 8, l: 51.1, a: 63.1, b: -41.4 }] },
  { id: 'violet', name: 'Violet', drawdowns: [{ percent: 0.5, l: 79.6, a: 8.6, b: -23.3 }, { percent: 2, l: 65.0, a: 19.5, b: -42.6 }, { percent: 8, l: 46.6, a: 36.9, b: -62.6 }] },
  { id: 'blue', name: 'Blue', drawdowns: [{ percent: 0.5, l: 84.6, a: -14.4, b: -16.8 }, { percent: 2, l: 73.9, a: -19.5, b: -31.1 }, { percent: 8, l: 59.8, a: -16.9, b: -46.4 }] },
  { id: 'green', name: 'Green', drawdowns: [{ percent: 0.5, l: 88.0, a: -22.2, b: 3.9 }, { percent: 2, l: 79.3, a: -38.4, b: 7.2 }, { percent: 8, l: 66.1, a: -55.2, b: 12.2 }] },
];
