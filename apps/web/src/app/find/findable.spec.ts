import { FindIndex, type Findable, type FindableKind } from './findable';

const of = (kind: FindableKind, name: string, under = ''): Findable => ({ kind, name, under, path: '/' });

describe('what is found', () => {
  const index = new FindIndex([
    of('term', 'Ring', 'ply edge'),
    of('entry', 'Mat 450, stitched', 'fabric'),
    of('job', 'PL-2 Hull bottom, port', 'Patrol launch, Ilse Varga'),
    of('part', 'Rings', 'on Laminate'),
    of('job', 'SK-4 Gouges', 'Research sled'),
    of('craft', 'PL-2', 'Patrol launch'),
    of('lot', 'R-3094', 'Epoxy, slow hardener'),
  ]);
  const names = (typed: string): string[] => index.find(typed, 10).map(({ name }) => name);

  it('begins with what begins like it, and what stands on the open job first', () => {
    expect(names('ring')).toEqual(['Rings', 'Ring']);
    expect(names('pl-2')).toEqual(['PL-2 Hull bottom, port', 'PL-2']);
  });

  it('holds every word typed, in any order, without regard to case', () => {
    expect(names('HULL patrol')).toEqual(['PL-2 Hull bottom, port']);
    expect(names('slow r-30')).toEqual(['R-3094']);
    expect(names('hull sled')).toEqual([]);
  });

  it('is nothing for nothing typed, and never more than asked for', () => {
    expect(names('  ')).toEqual([]);
    expect(index.find('l', 2).length).toBe(2);
  });

  it('comes within 50 ms over five thousand entries and a thousand jobs', () => {
    const many = Array.from(
      { length: 6000 },
      (_, i) =>
      i < 1000 ? of('job', `AB-${i} Hull side ${i % 40}`, `Craft ${i % 90}, Somebody`) : of('entry', `Cloth ${i} twill`, 'fabric'), // prettier-ignore
    );
    const large = new FindIndex(many);
    large.find('warm', 10);
    const begun = performance.now();
    for (const typed of ['a', 'hull', 'hull 7', 'cloth 5', 'twill cloth 59']) large.find(typed, 10);
    expect((performance.now() - begun) / 5).toBeLessThan(50);
  });
});
