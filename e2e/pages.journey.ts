import { setScene } from './support/scene.js';

/** Every page, by its address, and what it is once it is there. */
const PAGES: readonly (readonly [address: string, shows: string])[] = [
  ['/', 'ash-board .shelf'],
  ['/new', 'ash-new-job h1'],
  ['/plan', 'ash-plan-page ash-time-band'],
  ['/library', 'ash-library h1'],
  ['/library/trials', 'ash-trials h1'],
  ['/library/terms', 'ash-terms h1'],
  ['/shop', 'ash-shop-page .fields'],
  ['/account', 'ash-account-page h1'],
  ['/history', 'ash-history h1'],
];
const STAGES = ['look', 'laminate', 'resin', 'taper', 'plies', 'mix', 'days', 'layup', 'finish', 'signoff'];

describe('every page', () => {
  const scene = setScene();
  const stagesOf = (job: string, stages = STAGES): [string, string][] =>
    stages.map((stage) => [
      `${job}/${stage}?part=all`,
      `ash-${stage} h2, ash-${stage} h3, ash-${stage} .field, ash-${stage} dl`,
    ]);
  const all = (): (readonly [string, string])[] => [...stagesOf(scene.launch), ...PAGES];

  for (const [width, height] of [
    [820, 1180],
    [390, 844],
  ] as const)
    it(`is no wider than a screen of ${width} px`, async () => {
      await scene.browser.resize(width, height);
      for (const [address, shows] of all()) {
        await scene.browser.visit(address, shows);
        expect(await scene.browser.driver.executeScript<number>('return document.documentElement.scrollWidth'))
          .withContext(address)
          .toBeLessThanOrEqual(width);
      }
      await scene.browser.resize(1280, 800);
    }, 300_000);

  it('shows one view of the drawing at a time at 390 px', async () => {
    await scene.browser.resize(390, 844);
    await scene.browser.go(`${scene.launch}/taper`);
    await scene.browser.press('Section');
    await scene.browser.find('.section');
    await scene.browser.resize(1280, 800);
  }, 180_000);

  it('has no fault of access a machine can find', async () => {
    await scene.browser.visit('/', 'ash-board .shelf');
    const [roof, camper] = [await scene.browser.jobAddress('TR-1'), await scene.browser.jobAddress('CV-2')];
    for (const [address, shows] of [...all(), ...stagesOf(roof, ['look', 'laminate']), ...stagesOf(camper, ['look'])]) {
      await scene.browser.visit(address, shows);
      expect(await scene.browser.accessFaults())
        .withContext(address)
        .toEqual([]);
    }
    expect(await scene.browser.complaints()).toEqual([]);
  }, 300_000);
});
