import { NEW_REPAIR } from './inputs.js';
import { isUnsaid, nothingSaid, unsaidOf, unsaidOfLaminate, withSaid } from './unsaid.js';

describe('what nobody has said of a job', () => {
  it('is all that only a look at the craft tells, and of a vehicle no waterline', () => {
    const boat = nothingSaid(NEW_REPAIR);
    expect(unsaidOf(boat)).toEqual(['shape', 'depth', 'waterline', 'finish', 'access', 'service', 'core']);
    const van = nothingSaid({ ...NEW_REPAIR, place: { ...NEW_REPAIR.place, craftKind: 'vehicle' } });
    expect(unsaidOf(van)).toEqual(['shape', 'depth', 'finish', 'access', 'service', 'core']);
    const nick = { ...boat, damage: withSaid(boat.damage, { depth: 'finish' }) };
    expect(unsaidOfLaminate(nick)).toEqual([]);
    expect(unsaidOf(nick)).toEqual(['shape', 'waterline', 'finish', 'access', 'service']);
    expect(unsaidOf(NEW_REPAIR)).toEqual([]);
  });

  it('how thick the gel coat is may stay unsaid: it holds nothing up, and is known to be said once it is', () => {
    const { laminate, damage } = nothingSaid(NEW_REPAIR);
    expect(isUnsaid(laminate, 'finishThicknessMm')).toBeTrue();
    const cored = withSaid(laminate, { core: null, unsaid: ['finishThicknessMm'] });
    expect(unsaidOfLaminate({ damage, laminate: cored })).toEqual([]);
    expect(isUnsaid(withSaid(cored, { finishThicknessMm: 0.5 }), 'finishThicknessMm')).toBeFalse();
  });

  it('shrinks by what is said, even where that comes to what stood there, and by nothing else', () => {
    const { damage } = nothingSaid(NEW_REPAIR);
    const deep = withSaid(damage, { depth: 'through' });
    expect([deep.depth, deep.unsaid]).toEqual(['through', ['shape']]);
    expect(withSaid(deep, { notes: 'hit a bollard' }).unsaid).toEqual(['shape']);
    expect(withSaid(deep, { shape: NEW_REPAIR.damage.shape, unsaid: ['shape'] }).unsaid).toEqual(['shape']);
    const all = withSaid(deep, { shape: NEW_REPAIR.damage.shape });
    expect(JSON.parse(JSON.stringify(all))).toEqual(NEW_REPAIR.damage);
    expect('unsaid' in withSaid(NEW_REPAIR.damage, { depth: 'part' })).toBeFalse();
  });
});
