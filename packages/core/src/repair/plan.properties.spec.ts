import { planDrawing, sectionDrawing } from '../drawing/index.js';
import { type Shape, signedArea } from '../geometry/index.js';
import { CORES, FABRICS } from '../material/index.js';
import { SYSTEMS } from '../resin/index.js';
import { type Seeded, seeded } from '../testing/seeded.js';
import type { Reading } from '../survey/index.js';
import { expectedAir } from '../testing/inputs.js';
import { NEW_REPAIR, type RepairInputs } from './inputs.js';
import { type RepairPlan, planRepair } from './plan.js';
import { GRAVE_STRUCTURES } from './severities.js';

/** Any job a shop might type in: every field takes a value a person could have meant. */
function anyJob(random: Seeded): RepairInputs {
  const lengthMm = random.between(15, 600);
  const widthMm = random.between(10, lengthMm);
  const rotationDeg = random.between(-180, 180);
  const shapes: Shape[] = [
    { kind: 'circle', diameterMm: lengthMm },
    { kind: 'ellipse', lengthMm, widthMm, rotationDeg },
    { kind: 'slot', lengthMm, widthMm, rotationDeg },
    { kind: 'roundedRectangle', lengthMm, widthMm, cornerRadiusMm: random.between(0, widthMm / 2), rotationDeg },
  ];
  const solid = FABRICS.filter((fabric) => fabric.parts.every((part) => part.construction !== 'ud')).map(
    (fabric) => fabric.id,
  );
  const plies = Array.from({ length: random.whole(1, 14) }, () => ({
    fabricId: random.oneOf(solid),
    orientationDeg: random.oneOf([0, 45, 90, -45]),
  }));
  const core = random.chance(0.25)
    ? { coreId: random.oneOf(CORES).id, thicknessMm: random.between(5, 40), reachable: random.chance(0.5) }
    : null;
  return {
    ...structuredClone(NEW_REPAIR),
    place: {
      ...NEW_REPAIR.place,
      waterline: random.oneOf(['above', 'below']),
      finish: random.oneOf(['gelcoat', 'paint', 'bare']),
      access: random.oneOf(['one', 'both']),
      service: random.oneOf(['cosmetic', 'light', 'general', 'high', 'primary']),
    },
    damage: {
      ...NEW_REPAIR.damage,
      shape: random.oneOf(shapes),
      depth: random.oneOf(['part', 'through']),
      depthMm: random.between(0.5, 4),
      marginMm: random.between(0, 40),
    },
    severity: { ...NEW_REPAIR.severity, separated: random.chance(0.1), structure: random.oneOf(GRAVE_STRUCTURES) },
    survey: {
      ...NEW_REPAIR.survey,
      readings: Array.from({ length: random.whole(0, 40) }, () => anyReading(random)),
      moistureLimit: random.chance(0.5) ? random.between(5, 20) : null,
    },
    laminate: {
      ...NEW_REPAIR.laminate,
      known: random.oneOf(['thickness', 'plies']),
      thicknessMm: random.between(1, 18),
      plies,
      core,
      clueIds: ['styrene-smell'],
    },
    resin: { ...NEW_REPAIR.resin, systemId: random.oneOf(SYSTEMS).id, overrideReason: 'tried' },
    taper: {
      ...NEW_REPAIR.taper,
      ratio: random.chance(0.5) ? null : random.between(5, 40),
      sides: random.oneOf(['one', 'two']),
    },
    stack: {
      ...NEW_REPAIR.stack,
      order: random.oneOf(['smallest-first', 'largest-first']),
      process: random.oneOf(['hand', 'film', 'vacuum']),
    },
    days: { ...NEW_REPAIR.days, startAt: '2026-04-16T08:00' },
    air: expectedAir(random.between(18, 30)),
  };
}

function anyReading(random: Seeded): Reading {
  const taken = {
    xMm: random.between(-200, 200),
    yMm: random.between(-200, 200),
    instrument: '',
    by: '',
    at: random.oneOf([null, '2026-04-16T08:00', '2026-04-17T09:30', '2026-02-30T08:00']),
  };
  return random.chance(0.7)
    ? { kind: 'tap', sound: random.oneOf(['sound', 'dull', 'doubtful']), ...taken }
    : { kind: 'moisture', value: random.between(4, 30), ...taken };
}

function strayNumbers(value: unknown, path = ''): string[] {
  if (typeof value === 'number') return Number.isFinite(value) ? [] : [path];
  if (typeof value !== 'object' || value === null) return [];
  return Object.entries(value).flatMap(([key, inner]) => strayNumbers(inner, `${path}.${key}`));
}

const JOBS = 300;
const random = seeded(20_260_416);
const jobs = Array.from({ length: JOBS }, () => anyJob(random)).map((inputs) => ({ inputs, plan: planRepair(inputs) }));
const each = (check: (plan: RepairPlan, inputs: RepairInputs) => void): void =>
  jobs.forEach(({ plan, inputs }) => check(plan, inputs));

describe('whatever a shop types in', () => {
  it('most jobs can be worked out to the last tread', () => {
    expect(jobs.filter(({ plan }) => plan.mix && plan.days).length).toBeGreaterThan(JOBS / 2);
  });

  it('no figure is anything but a finite number, in the plan and in the drawing', () => {
    each((plan, inputs) =>
      expect(strayNumbers({ plan, view: planDrawing(inputs, plan), section: sectionDrawing(inputs, plan) })).toEqual(
        [],
      ),
    );
  });

  it('a section changed alone gives what the whole gives, told anew', () => {
    const sections = ['place', 'damage', 'laminate', 'resin', 'taper', 'stack', 'mix', 'days'] as const;
    jobs.slice(0, 40).forEach(({ inputs }, i) => {
      const other = jobs[i + 40]!.inputs;
      for (const section of sections) {
        const changed = { ...inputs, [section]: other[section] };
        expect(planRepair(changed)).toEqual(planRepair(structuredClone(changed)));
      }
    });
  });

  it('a stage without figures is named with its field', () => {
    each((plan, inputs) => {
      if (!plan.parent || (inputs.damage.depth !== 'finish' && !plan.taper))
        expect(plan.problems.length).toBeGreaterThan(0);
      plan.problems.forEach((problem) => expect(problem.field).not.toBe(''));
    });
  });

  it('plies grow outwards by size, and the structural ones end inside the ground footprint or say that they stand proud', () => {
    each((plan) => {
      plan.patch?.faces.forEach((face, i) => {
        const bySize = [...face.plies].sort((a, b) => a.sizeIndex - b.sizeIndex);
        bySize.slice(1).forEach((ply, k) => expect(ply.offsetMm).toBeGreaterThanOrEqual(bySize[k]!.offsetMm));
        const width = plan.taper!.footprint.faces[i]!.taperWidthMm;
        const over = Math.max(...bySize.filter((ply) => !ply.cover).map((ply) => ply.offsetMm)) - width;
        if (over > 0.05 * plan.taper!.ratio) expect(face.stack.level).toBe('proud');
      });
    });
  });

  it('laying the other way round turns the order and changes no piece of cloth', () => {
    each((plan, inputs) => {
      if (!plan.patch) return;
      const other = inputs.stack.order === 'smallest-first' ? 'largest-first' : 'smallest-first';
      const turned = planRepair({ ...inputs, stack: { ...inputs.stack, order: other } });
      const pieces = (of: RepairPlan): string[] =>
        of
          .patch!.faces.flatMap((face) => face.plies.map((ply) => `${ply.fabric.id} ${ply.lengthMm.toFixed(3)}`))
          .sort();
      expect(pieces(turned)).toEqual(pieces(plan));
      expect(turned.patch!.laminate.massGsm).toBeCloseTo(plan.patch.laminate.massGsm, 6);
    });
  });

  it('pots add up to what is mixed, and none is larger than it may be', () => {
    each((plan) => {
      if (!plan.mix) return;
      const pots = plan.mix.faces.flatMap((face) => face.pots);
      // A catalyst is added to the resin; a hardener is part of it.
      const mixed = plan.mix.totalResinG + (pots[0]!.mix.kind === 'two-part' ? plan.mix.totalSecondG : 0);
      expect(mixed).toBeCloseTo(plan.mix.totalG, 3);
      // What is counted in whole drops goes up to the next of them, never down.
      const wanted = pots.reduce((sum, pot) => sum + pot.massG, 0);
      const poured = pots.reduce((sum, { mix: { kind, resinG, secondG } }) => sum + resinG + (kind === 'two-part' ? secondG : 0), 0); // prettier-ignore
      expect(poured).toBeGreaterThan(wanted - 1e-6);
      expect(poured).toBeLessThan(wanted + 20 * pots.length);
      pots.forEach((pot) => expect(pot.mix.scaleG[2]).toBeGreaterThan(pot.mix.scaleG[1]));
    });
  });

  it('work stays within shed hours, and nothing starts before what it waits for', () => {
    each((plan, inputs) => {
      const tasks = plan.days?.tasks ?? [];
      tasks.slice(1).forEach((task, i) => expect(task.startAt >= tasks[i]!.startAt).toBeTrue());
      tasks
        .filter((task) => task.kind === 'hands')
        .forEach((task) => {
          const [hour, minute] = task.startAt.slice(11, 16).split(':').map(Number);
          const at = hour! * 60 + minute!;
          expect(at >= inputs.days.fromMin && at <= inputs.days.toMin)
            .withContext(`${task.id} ${task.startAt}`)
            .toBeTrue();
          expect(inputs.days.openDays).toContain(new Date(`${task.startAt.slice(0, 10)}T12:00:00Z`).getUTCDay());
        });
    });
  });

  it('a flatter taper never takes less grinding nor carries less', () => {
    each((plan, inputs) => {
      if (!plan.taper || plan.taper.ratio > 35) return;
      const flatter = planRepair({ ...inputs, taper: { ...inputs.taper, ratio: plan.taper.ratio + 4 } });
      expect(flatter.taper!.footprint.faces[0]!.taperVolumeMm3).toBeGreaterThan(
        plan.taper.footprint.faces[0]!.taperVolumeMm3,
      );
      if (plan.taper.joint)
        expect(flatter.taper!.joint!.efficiency).toBeGreaterThanOrEqual(plan.taper.joint.efficiency);
    });
  });

  it('the drawing nests: damage in cut-out in footprint in abraded margin in tape', () => {
    each((plan, inputs) => {
      const view = planDrawing(inputs, plan);
      const areas = [view.damage, view.cutOut, view.footprint, view.abraded, view.mask]
        .filter((outline) => outline !== null)
        .map((outline) => Math.abs(signedArea(outline.points)));
      areas.slice(1).forEach((area, i) => expect(area).toBeGreaterThanOrEqual(areas[i]! * 0.9999));
    });
  });
});
