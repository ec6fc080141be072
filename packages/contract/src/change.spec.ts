import {
  applyChanges,
  ChangeClash,
  type Change,
  changesBetween,
  insistOn,
  patchSection,
  undoChanges,
} from './change.js';

describe('changes between two states', () => {
  const tap = (x: number) => ({ kind: 'tap', sound: 'dull', xMm: x, yMm: 0 });
  const survey = {
    gridSpacingMm: 25,
    readings: [tap(0), tap(25)],
    photo: null,
    visible: { kind: 'circle', diameterMm: 80 },
  };

  it('are none where nothing differs, and a field that is undefined is none', () => {
    expect(changesBetween(survey, structuredClone(survey))).toEqual([]);
    expect(changesBetween({ a: 1 }, { a: 1, b: undefined })).toEqual([]);
    expect(changesBetween([{ a: 1 }], [{ a: 1, b: undefined }])).toEqual([]);
  });

  it('name the fields that differ and of a list the stretch that does', () => {
    const next = { ...survey, gridSpacingMm: 40, readings: [...survey.readings, tap(50)] };
    expect(changesBetween(survey, next)).toEqual([
      { path: '/gridSpacingMm', was: 25, is: 40 },
      { path: '/readings', at: 2, out: [], in: [tap(50)] },
    ]);
  });

  it('of one more reading among thousands are one reading', () => {
    const many = { readings: Array.from({ length: 5000 }, (_, i) => tap(i)) };
    const changes = changesBetween(many, { readings: [...many.readings, tap(-1)] });
    expect(JSON.stringify(changes).length).toBeLessThan(150);
    expect(applyChanges(many, changes).readings.length).toBe(5001);
  });

  it('lead from the one to the other and back, for states of every shape', () => {
    const states: unknown[] = [
      survey,
      { ...survey, visible: null },
      { ...survey, visible: { kind: 'slot', lengthMm: 90, widthMm: 20 } },
      { ...survey, readings: [tap(25)] },
      { ...survey, readings: [tap(9), tap(0), tap(25), tap(9)] },
      { ...survey, owners: { 'a/b': 'x', 'c~d': 'y' } },
      { ...survey, photo: [1, 2] },
      {},
    ];
    for (const was of states)
      for (const is of states) {
        const changes = changesBetween(was, is);
        expect(patchSection.shape.changes.element.array().safeParse(changes).success).toBeTrue();
        const sent = JSON.parse(JSON.stringify(changes)) as Change[];
        expect(applyChanges(was, sent)).toEqual(is as object);
        expect(undoChanges(is, sent)).toEqual(was as object);
      }
  });

  it('of two people both count where they touch different things', () => {
    const mine = changesBetween(survey, { ...survey, readings: [...survey.readings, tap(50)] });
    const theirs = changesBetween(survey, {
      ...survey,
      gridSpacingMm: 40,
      readings: [survey.readings[1], tap(75), tap(100)],
    });
    const both = applyChanges(applyChanges(survey, theirs), mine) as typeof survey;
    expect(both.gridSpacingMm).toBe(40);
    expect(both.readings.map(({ xMm }) => xMm).sort((a, b) => a - b)).toEqual([25, 50, 75, 100]);
  });

  it('clash where the same was changed otherwise, and not where it was changed alike', () => {
    const mine = changesBetween(survey, { ...survey, gridSpacingMm: 30 });
    expect(() => applyChanges({ ...survey, gridSpacingMm: 40 }, mine)).toThrowError(ChangeClash);
    const alike = { ...survey, gridSpacingMm: 30 };
    expect(applyChanges(alike, mine)).withContext('itself, for nothing had to be done').toBe(alike);
    const moved = changesBetween(survey, { ...survey, readings: [tap(1), tap(25)] });
    expect(() => applyChanges({ ...survey, readings: [tap(2), tap(25)] }, moved)).toThrowError(ChangeClash);
    const resized = changesBetween(survey, { ...survey, visible: { kind: 'circle', diameterMm: 90 } });
    expect(() => applyChanges({ ...survey, visible: null }, resized)).toThrowError(ChangeClash);
  });

  it('insisted on have the last word, and nothing that came in meanwhile is lost', () => {
    const next = {
      ...survey,
      gridSpacingMm: 30,
      readings: [tap(1), tap(25)],
      visible: { kind: 'circle', diameterMm: 90 },
    };
    const mine = changesBetween(survey, next);
    const theirs = { ...survey, gridSpacingMm: 40, readings: [tap(2), tap(25)], visible: null };
    expect(insistOn(theirs, mine) as object).toEqual({
      ...survey,
      gridSpacingMm: 30,
      readings: [tap(2), tap(25), tap(1)],
      visible: { diameterMm: 90 },
    });
    expect(insistOn(survey, mine) as object).toEqual(next);
  });

  it('find what goes out by its value, wherever it is by now, and leave what is gone', () => {
    const gone = changesBetween(survey, { ...survey, readings: [survey.readings[0]] });
    const later = { ...survey, readings: [tap(7), tap(8), ...survey.readings] };
    expect(applyChanges(later, gone).readings.map(({ xMm }) => xMm)).toEqual([7, 8, 0]);
    expect(applyChanges({ ...survey, readings: [tap(0)] }, gone).readings).toEqual([tap(0)]);
  });

  it('never reach past the state itself', () => {
    const sly = [{ path: '/__proto__/polluted', is: true }];
    expect(() => applyChanges({}, sly)).toThrowError(ChangeClash);
    expect(applyChanges({}, [{ path: '/__proto__', is: { polluted: true } }]) as object).not.toEqual(
      jasmine.objectContaining({ polluted: true }),
    );
    expect(({} as { polluted?: boolean }).polluted).toBeUndefined();
  });
});
