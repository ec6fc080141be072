import { provideZonelessChangeDetection } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import type { Command } from './command';
import { CommandShelf, openShelves } from './command-shelf';

const command = (patch: Partial<Command>): Command => ({
  id: crypto.randomUUID(),
  personId: 'ilse',
  personName: 'Ilse Varga',
  repairId: 'r1',
  act: { kind: 'stage', stageReached: 3 },
  madeAt: 0,
  place: 1,
  tab: 'a closed tab',
  tried: false,
  refusal: null,
  ...patch,
});

describe('the shelf', () => {
  /** A page that was just opened. */
  const open = (): CommandShelf => {
    TestBed.resetTestingModule();
    TestBed.configureTestingModule({ providers: [provideZonelessChangeDetection()] });
    return TestBed.inject(CommandShelf);
  };
  const stored = async (): Promise<Command[]> => {
    const database = await openShelves();
    const all = await database.getAll('commands');
    database.close();
    return all;
  };
  const until = async (done: () => Promise<boolean>): Promise<void> => {
    while (!(await done())) await new Promise(requestAnimationFrame);
  };

  beforeEach(async () => {
    const database = await openShelves();
    await database.clear('commands');
    database.close();
  });

  it('keeps commands for the next page, in the order they were done', async () => {
    const shelf = open();
    const [late, early] = [command({ place: 9 }), command({ place: 2 })];
    for (const one of [late, early]) shelf.put(one);
    await until(async () => (await stored()).length === 2);
    const next = open();
    const taken = await next.takeOver('ilse');
    expect(taken.map(({ id }) => id)).toEqual([early.id, late.id]);
    expect(taken.every(({ tab }) => tab === next.tab)).toBeTrue();
  });

  it('writes what a command came to, however fast it changed, and forgets what is gone', async () => {
    const shelf = open();
    const one = command({});
    for (let stageReached = 1; stageReached <= 9; stageReached++)
      shelf.put({ ...one, act: { kind: 'stage', stageReached } });
    await until(async () => JSON.stringify(await stored()).includes('"stageReached":9'));
    shelf.put({ ...one, tried: true });
    shelf.remove(one.id);
    await until(async () => (await stored()).length === 0);
    expect(await shelf.takeOver('ilse')).toEqual([]);
  });

  it('leaves to a page that is open what it is sending', async () => {
    const busy = open();
    const theirs = command({ tab: busy.tab });
    busy.put(theirs);
    await until(
      async () =>
        (await stored()).length === 1 &&
        ((await navigator.locks.query()).held ?? []).some(({ name }) => name?.endsWith(busy.tab)),
    );
    expect(await open().takeOver('ilse')).toEqual([]);
    expect((await busy.takeOver('ilse')).map(({ id }) => id)).toEqual([theirs.id]);
  });

  it('gives to nobody what is another’s, and says how much is kept for whom', async () => {
    const shelf = open();
    shelf.put(command({}));
    shelf.put(command({}));
    shelf.put(command({ personId: 'tomas', personName: 'Tomas Quill' }));
    expect((await shelf.takeOver('tomas')).map(({ personId }) => personId)).toEqual(['tomas']);
    expect(await shelf.keptForOthers('tomas')).toEqual([{ name: 'Ilse Varga', count: 2 }]);
  });

  it('says so where nothing may be stored, and keeps it as long as the page is open', async () => {
    const refuse = spyOn(indexedDB, 'open').and.throwError(new DOMException('denied', 'SecurityError'));
    const shelf = open();
    const one = command({ tab: shelf.tab });
    shelf.put(one);
    expect((await shelf.takeOver('ilse')).map(({ id }) => id)).toEqual([one.id]);
    expect(shelf.unkept()).toBe('forbidden');
    refuse.and.callThrough();
  });

  it('says so where the browser is full', async () => {
    const shelf = open();
    spyOn(IDBObjectStore.prototype, 'put').and.throwError(new DOMException('full', 'QuotaExceededError'));
    const one = command({ tab: shelf.tab });
    shelf.put(one);
    await until(() => Promise.resolve(shelf.unkept() === 'full'));
    expect((await shelf.takeOver('ilse')).map(({ id }) => id)).toEqual([one.id]);
  });
});
