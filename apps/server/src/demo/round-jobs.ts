import type { AddedRound } from '@ashstep/core/repair';
import { type DemoJob, at, inputs, layers, planned } from './jobs.js';
import { CRAFT, PEOPLE } from './workshop.js';

const paste = (id: string, name: string, volumeMl: number): AddedRound => ({
  id,
  name,
  when: 'after',
  onto: 'abraded',
  spotIds: [],
  work: { kind: 'paste', use: 'fairing', volumeMl, fillerId: 'hollow-spheres' },
});

/** Where the old fittings sat on the transom: across, forward and up of the first, mm. */
const OLD_HOLES: readonly [number, number, number][] = [[6, 55, 0], [6, 110, 0], [6, 165, 0], [6, 220, 0], [6, 275, 0], [6, 275, 70], [6, 220, 70], [6, 165, 70], [6, 110, 70], [6, 55, 70], [6, 0, 70], [8, 137, 150], [25, 137, 230]]; // prettier-ignore

/** Jobs that take several rounds: holes that are filled, capped and faired; a deck whose core is bedded before its skin; a tank mended in places, then over its whole base. */
export function roundJobs(morning: (days: number) => string): DemoJob[] {
  return [
    {
      key: 'holes',
      craft: CRAFT.dinghy,
      title: 'Transom, fourteen holes of old fittings',
      technician: PEOPLE.tomas,
      openedDaysAgo: 1,
      stage: 7,
      plies: 0,
      roundsWorked: 1,
      inputs: inputs({
        place: { where: 'Transom, port of the sheave', craftKind: 'boat', access: 'both', service: 'general' },
        damage: {
          kind: 'hole',
          shape: { kind: 'circle', diameterMm: 6, ...at(0, 0) },
          spots: OLD_HOLES.map(([diameterMm, x, y], i) => ({
            id: `hole-${i + 2}`,
            name: '',
            kind: 'hole' as const,
            shape: { kind: 'circle' as const, diameterMm, ...at(x, y) },
            depthMm: null,
          })),
        },
        laminate: { thicknessMm: 5.4, clueIds: ['plate-polyester'] },
        resin: {
          systemId: 'epoxy-medium',
          overrideReason: 'A week is no hurry, and epoxy keys better in a drilled edge.',
        },
        air: planned(19, 58, 18),
        taper: { kind: 'dish', bevelMm: 1.5, marginMm: 20 },
        mix: { scaleErrorG: 0.1, potFloorG: 10 },
        rounds: { added: [paste('fair-1', 'Fair', 40), paste('fair-2', 'Fair again', 20), paste('fair-3', 'Last fairing', 10)] }, // prettier-ignore
        days: { startAt: morning(0) },
      }),
    },
    {
      key: 'deck',
      craft: CRAFT.workboat,
      title: 'Deck soft by the fore hatch',
      technician: PEOPLE.ilse,
      openedDaysAgo: 2,
      stage: 6,
      plies: 0,
      inputs: inputs({
        place: { where: 'Foredeck, starboard of the hatch', craftKind: 'boat', service: 'general', access: 'one' },
        damage: { shape: { kind: 'roundedRectangle', lengthMm: 420, widthMm: 300, cornerRadiusMm: 40, ...at(0, 0) } },
        laminate: {
          known: 'plies',
          thicknessMm: 2.6,
          plies: layers('mat-300', 'roving-500', 'mat-300'),
          core: { coreId: 'pvc-80', thicknessMm: 15, reachable: true },
          clueIds: ['plate-polyester'],
        },
        resin: { systemId: 'epoxy-slow', overrideReason: 'Bedding and skin want the time.' },
        air: planned(18, 60, 17),
        taper: { kind: 'core' },
        rounds: {
          added: [
            { ...paste('edges', 'Close the edges of the core', 90), when: 'before', work: { kind: 'paste', use: 'plug', volumeMl: 90, fillerId: 'silica' } }, // prettier-ignore
            paste('fair', 'Fair', 120),
          ],
        },
        days: { startAt: morning(1) },
      }),
    },
    {
      key: 'tank',
      craft: CRAFT.tank,
      title: 'Base of the rinse tank, local then whole',
      technician: PEOPLE.tomas,
      openedDaysAgo: 3,
      stage: 6,
      plies: 0,
      inputs: inputs({
        place: { where: 'Base, inside', craftKind: 'other', service: 'high', access: 'one', waterline: 'below', finish: 'bare' }, // prettier-ignore
        damage: {
          shape: { kind: 'circle', diameterMm: 60, ...at(-200, 0) },
          depth: 'part',
          depthMm: 3,
          spots: [
            {
              id: 'spot-2',
              name: '',
              kind: 'broken',
              shape: { kind: 'circle', diameterMm: 45, ...at(150, 90) },
              depthMm: null,
            },
            {
              id: 'spot-3',
              name: '',
              kind: 'broken',
              shape: { kind: 'slot', lengthMm: 120, widthMm: 30, ...at(180, -110) },
              depthMm: null,
            },
          ],
          notes: 'Rinse water only. Nobody drinks of it.',
        },
        laminate: { thicknessMm: 6, clueIds: ['plate-vinylester'] },
        resin: { systemId: 'vinylester' },
        air: planned(19, 55, 18),
        taper: { marginMm: 40 },
        mix: { container: 'tray' },
        rounds: {
          closing: 'film',
          added: [
            {
              id: 'base',
              name: 'Whole base',
              when: 'after',
              onto: 'abraded',
              spotIds: [],
              work: {
                kind: 'lay',
                plies: layers('mat-450', 'mat-450', 'mat-450'),
                shape: { kind: 'roundedRectangle', lengthMm: 1150, widthMm: 650, cornerRadiusMm: 60, ...at(0, 0) },
                growMm: 25,
              },
            },
            { ...paste('top', 'Top coat, waxed', 1), work: { kind: 'coat', medium: 'gelcoat', thicknessMm: 0.5, areaMm2: 800_000, densityGPerMl: 1.2 } }, // prettier-ignore
          ],
        },
        days: { startAt: morning(1) },
      }),
    },
  ];
}
