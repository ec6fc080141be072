import { stageOfSection, stagesAfterEdit } from './section-stage.js';

describe('stages after an edit', () => {
  it('go back to that of the section where later ones lean on it', () => {
    expect(stageOfSection('taper')).toBe(3);
    expect(stagesAfterEdit(7, 'taper')).toBe(4);
    expect(stagesAfterEdit(4, 'taper')).toBe(4);
    expect(stagesAfterEdit(2, 'taper')).toBe(2);
    expect(stagesAfterEdit(7, 'place')).toBe(1);
  });

  it('stay for readings, which settle nothing, and once all is laid and finished', () => {
    expect(stagesAfterEdit(7, 'survey')).toBe(7);
    expect(stagesAfterEdit(9, 'taper')).toBe(9);
  });
});
