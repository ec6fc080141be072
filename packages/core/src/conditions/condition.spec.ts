import { type Condition, holds } from './condition.js';

const FACTS = { parent: 'epoxy', fibres: ['glass', 'carbon'], humidity: 86, through: true };

describe('conditions', () => {
  const cases: [string, Condition, boolean][] = [
    ['an empty one always holds', {}, true],
    ['a word must equal', { parent: 'epoxy' }, true],
    ['another word does not', { parent: 'polyester' }, false],
    ['one of several words is enough', { parent: ['polyester', 'epoxy'] }, true],
    ['a list of facts holds when one of them fits', { fibres: 'carbon' }, true],
    ['a list without it does not', { fibres: 'aramid' }, false],
    ['a figure above', { humidity: { above: 85 } }, true],
    ['a figure on the limit is not above it', { humidity: { above: 86 } }, false],
    ['a figure below', { humidity: { below: 86.1 } }, true],
    ['a word is neither above nor below', { parent: { above: 0 } }, false],
    ['yes and no', { through: true }, true],
    ['not this', { parent: { not: 'polyester' } }, true],
    ['not any of these', { parent: { not: ['polyester', 'epoxy'] } }, false],
    ['an absent fact holds nothing', { colour: { not: 'red' } }, false],
    ['but being absent', { colour: { missing: true } }, true],
    ['which a present one is not', { parent: { missing: true } }, false],
    ['all tests must hold', { parent: 'epoxy', through: false }, false],
  ];
  for (const [name, condition, expected] of cases) it(name, () => expect(holds(condition, FACTS)).toBe(expected));
});
