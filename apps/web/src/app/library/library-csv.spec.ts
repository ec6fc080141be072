import { type LibraryBody, type Lot, SHIPPED, libraryBody, lotBody } from '@ashstep/contract';
import { CURE_CARDS } from '@ashstep/core/cure';
import { SYSTEMS } from '@ashstep/core/resin';
import { libraryFromCsv, libraryToCsv } from './library-csv';

const ITEMS = SHIPPED.map(({ kind, entry }, i) => ({ kind, entry: { ...entry, id: `own-${i}` } })) as LibraryBody[];
const LOT: Lot = {
  id: 'c0ffee00-0000-4000-8000-000000000000',
  kind: 'system',
  entryId: 'epoxy-slow',
  part: 'resin',
  code: '0114',
  receivedOn: '2026-03-02',
  expiresOn: null,
  packSize: 5000,
  unit: 'g',
  packs: 1.5,
  price: 84.5,
  usedUp: false,
};

describe('the library as a table', () => {
  it('comes back as it went out, every kind of entry and the lots', () => {
    const { file, left } = libraryFromCsv(libraryToCsv(ITEMS, [LOT]));
    expect(left).toEqual([]);
    expect(file.entries).toEqual(ITEMS);
    const { usedUp: _, ...lot } = LOT;
    expect(file.lots).toEqual([lot]);
    expect(file.entries.every((entry) => libraryBody.safeParse(entry).success)).toBeTrue();
    expect(lotBody.safeParse(file.lots[0]).success).toBeTrue();
  });

  it('brings a system back with the curve fitted to its data sheet', () => {
    const card = SYSTEMS[0]!;
    const fitted = { ...card, id: 'own-fitted', cure: { card: CURE_CARDS[4]!, points: [{ kind: 'pot-gel', massG: 100, tempC: 22, minutes: 18, container: 'foam-cup' }, { kind: 'thin', alpha: 0.8, tempC: 22, hours: 6 }] } }; // prettier-ignore
    const body = { kind: 'system', entry: fitted } as LibraryBody;
    const { file } = libraryFromCsv(libraryToCsv([body], []));
    expect(file.entries).toEqual([body]);
    expect(libraryBody.safeParse(file.entries[0]).success).toBeTrue();
  });

  it('lets no column reach past the entry, contradict another, or make a list without end: the row is told and left out', () => {
    const rows = ['kind,name,__proto__.polluted', 'abrasive,Disc,yes'].join('\n');
    expect(libraryFromCsv(rows).left).toEqual([
      { line: 2, reason: jasmine.stringContaining('__proto__.polluted') as unknown as string },
    ]);
    expect(libraryFromCsv('kind,name,constructor.prototype.polluted\nabrasive,Disc,yes').left.length).toBe(1);
    expect(({} as { polluted?: string }).polluted).toBeUndefined();
    const contradicting = libraryFromCsv('kind,name,parts,parts.0.fibre\nfabric,Cloth,3,carbon\nabrasive,Disc,,');
    expect(contradicting.left).toEqual([
      { line: 2, reason: jasmine.stringContaining('Keep one of the two') as unknown as string },
    ]);
    expect(contradicting.file.entries.length).toBe(1);
    expect(libraryFromCsv('kind,name,parts.x,parts.0.fibre\nfabric,Cloth,3,carbon').left.length).toBe(1);
    expect(libraryFromCsv('kind,name,parts.99999999.fibre\nfabric,Cloth,carbon').left).toEqual([
      { line: 2, reason: jasmine.stringContaining('no place in a list') as unknown as string },
    ]);
  });

  it('gives a row typed by hand an id of its own, and tells of a kind nobody knows', () => {
    const { file, lines, left } = libraryFromCsv('kind,name,grit,wet\nabrasive,Disc 60,60,false\n\nsmell,Musty,,\n');
    expect(file.entries).toEqual([
      {
        kind: 'abrasive',
        entry: { id: jasmine.stringMatching(/^own-/) as unknown as string, name: 'Disc 60', grit: 60, wet: false },
      },
    ]);
    expect(lines).toEqual([2]);
    expect(left).toEqual([{ line: 4, reason: jasmine.stringContaining('kind “smell”') as unknown as string }]);
  });
});
