import type { Condition } from '../conditions/condition.js';
import type { ResinFamily } from '../material/index.js';

export type Verdict = 'suitable' | 'if' | 'not';

/** Something that must be true of the job; becomes a line on its checklist. */
export interface RuleCondition {
  id: string;
  text: string;
  /** Seen to when the finish goes on, not before the first pot. */
  atFinish?: boolean;
}

export interface RuleEffect {
  verdict: Verdict;
  reason: string;
  conditions?: readonly RuleCondition[];
}

export interface ResinRule {
  id: string;
  about: string;
  when: Condition;
  effects: Partial<Record<ResinFamily, RuleEffect>>;
}

const ok = (reason: string, ...conditions: RuleCondition[]): RuleEffect => ({
  verdict: 'suitable',
  reason,
  conditions,
});
const onlyIf = (reason: string, ...conditions: RuleCondition[]): RuleEffect => ({ verdict: 'if', reason, conditions });
const no = (reason: string, ...conditions: RuleCondition[]): RuleEffect => ({ verdict: 'not', reason, conditions });
const all = (effect: RuleEffect): Record<ResinFamily, RuleEffect> => ({
  polyester: effect,
  vinylester: effect,
  epoxy: effect,
});
const styrenes = (effect: RuleEffect): Partial<Record<ResinFamily, RuleEffect>> => ({
  polyester: effect,
  vinylester: effect,
});

const certificate = { id: 'file-certificate', text: 'File the certificate for this service with the job' };
const warmUp = {
  id: 'warm-to-minimum',
  text: 'Bring part and resin above the minimum and hold them there through gel',
};

/** Rules by which a new resin gets on with the job. Source: trade practice in choosing resins; each is tested by id. */
export const RESIN_RULES: readonly ResinRule[] = [
  {
    id: 'parent-polyester',
    about: 'Parent polyester',
    when: { parent: 'polyester' },
    effects: {
      epoxy: ok('Grips clean, abraded polyester best.'),
      vinylester: ok('Bonds to clean, abraded polyester, next best after epoxy.'),
      polyester: ok('Bonds to clean, abraded polyester; the bond is mechanical and has the least margin of the three.'),
    },
  },
  {
    id: 'parent-vinylester',
    about: 'Parent vinylester',
    when: { parent: 'vinylester' },
    effects: {
      epoxy: ok('Grips clean, abraded vinylester best.'),
      vinylester: ok('Same family as the parent, good bond to an abraded face.'),
      polyester: ok('Bonds, but loses some of its margin on vinylester: take the longer taper.'),
    },
  },
  {
    id: 'parent-epoxy',
    about: 'Parent epoxy',
    when: { parent: 'epoxy' },
    effects: {
      epoxy: ok('Only epoxy bonds reliably to cured epoxy.'),
      ...styrenes(no('Does not bond reliably to cured epoxy and may not cure against it.')),
    },
  },
  {
    id: 'parent-unknown',
    about: 'Parent unknown or mixed',
    when: { parent: ['unknown', 'mixed'] },
    effects: {
      epoxy: ok('Bonds whichever the parent turns out to be.'),
      ...styrenes(
        onlyIf('Might lie on epoxy, where it does not hold.', {
          id: 'grind-unknown-away',
          text: 'Grind until all of the unknown material is gone from the bond area',
        }),
      ),
    },
  },
  {
    id: 'epoxy-left-in-bond',
    about: 'Epoxy glue or barrier coat left in the bond area',
    when: { epoxyInBond: true },
    effects: {
      epoxy: ok('Bonds to the epoxy that is left.'),
      ...styrenes(
        no('Does not hold on the epoxy left in the bond area, and may not cure against it.', {
          id: 'grind-epoxy-away',
          text: 'Grind until all epoxy glue or barrier coat is gone from the bond area',
        }),
      ),
    },
  },
  {
    id: 'thermoplastic',
    about: 'Thermoplastic shell',
    when: { parent: 'thermoplastic' },
    effects: all(no('None of these resins bonds to a thermoplastic shell. Stop here.')),
  },
  {
    id: 'pressed-panel',
    about: 'Moulded sheet compound panel',
    when: { pressedPanel: true },
    effects: {
      epoxy: ok('Holds on pressed, fibre-poor panels.', {
        id: 'wash-grind-wash',
        text: 'Wash, grind, wash again: release agents run deep',
      }),
      ...styrenes(no('Only for older hand-laid or mat-pressed panels; does not hold on a smooth pressed face.')),
    },
  },
  {
    id: 'core-dissolves',
    about: 'EPS or XPS the resin could reach',
    when: { coreStyrene: 'dissolves', coreReachable: true },
    effects: {
      epoxy: ok('Leaves EPS and XPS foam whole.', {
        id: 'no-acetone-flood',
        text: 'No acetone flood; polyester filler only over a cured epoxy skin without pinholes',
      }),
      ...styrenes(no('Its styrene dissolves the foam.')),
    },
  },
  {
    id: 'core-softens',
    about: 'Linear PVC foam',
    when: { coreStyrene: 'softens', coreReachable: true },
    effects: {
      epoxy: ok('Does not soften linear PVC foam.'),
      ...styrenes(
        onlyIf('Styrene softens linear PVC foam.', {
          id: 'prove-on-scrap',
          text: 'Prove resin on a scrap of the same foam first',
        }),
      ),
    },
  },
  {
    id: 'wooden-core',
    about: 'Balsa or plywood',
    when: { coreWooden: true },
    effects: {
      epoxy: ok('Holds wood best.', { id: 'seal-end-grain', text: 'Seal end grain before bedding' }),
      vinylester: onlyIf('Holds wood less well than epoxy.', {
        id: 'seal-end-grain',
        text: 'Seal end grain before bedding',
      }),
      polyester: onlyIf(
        'Holds poorly to wood.',
        { id: 'seal-end-grain', text: 'Seal end grain before bedding' },
        { id: 'wood-bond-trial', text: 'Pull a bond trial on the same wood first' },
      ),
    },
  },
  {
    id: 'aramid',
    about: 'Aramid fibre',
    when: { fibres: 'aramid' },
    effects: {
      epoxy: ok('Wets and bonds aramid.', {
        id: 'aramid-glass-on-top',
        text: 'Lap patch, glass on top as a sanding layer; cut aramid, never sand it',
      }),
      vinylester: ok('Wets and bonds aramid.', {
        id: 'aramid-glass-on-top',
        text: 'Lap patch, glass on top as a sanding layer; cut aramid, never sand it',
      }),
      polyester: no('Bonds too poorly to aramid.'),
    },
  },
  {
    id: 'carbon',
    about: 'Carbon fibre',
    when: { fibres: 'carbon' },
    effects: {
      epoxy: ok('The resin for carbon.', {
        id: 'isolate-metal',
        text: 'Keep a glass ply between carbon and any metal',
      }),
      vinylester: onlyIf('At need only; epoxy holds carbon better.', {
        id: 'isolate-metal',
        text: 'Keep a glass ply between carbon and any metal',
      }),
      polyester: no('Bonds too poorly to carbon.'),
    },
  },
  {
    id: 'mat-binder',
    about: 'Chopped mat with a styrene-soluble binder',
    when: { matBinder: ['emulsion', 'powder'] },
    effects: {
      epoxy: onlyIf('The mat’s binder needs styrene: in epoxy it stays stiff, bridges and traps air.', {
        id: 'swap-mat',
        text: 'Use stitched or woven cloth, or stitched mat, in place of bound mat',
      }),
    },
  },
  {
    id: 'below-waterline',
    about: 'Below the waterline',
    when: { waterline: 'below' },
    effects: {
      epoxy: ok('Preferred below the waterline: takes up least water.'),
      vinylester: ok('Good below the waterline.'),
      polyester: onlyIf('Advised against below the waterline: takes up most water.', {
        id: 'accept-water-uptake',
        text: 'Owner accepts the water uptake in writing, and a barrier coat goes over it',
      }),
    },
  },
  {
    id: 'gel-coat-finish',
    about: 'Visible gel coat',
    when: { finish: 'gelcoat' },
    effects: {
      ...styrenes(ok('Takes gel coat directly.')),
      epoxy: onlyIf('Gel coat goes over epoxy only by one of the three ways.', {
        id: 'gel-coat-way',
        text: 'Gel coat over epoxy done the way chosen for this job',
        atFinish: true,
      }),
    },
  },
  {
    id: 'painted-finish',
    about: 'Painted finish',
    when: { finish: 'paint' },
    effects: {
      epoxy: ok('Suits a painted finish.', {
        id: 'epoxy-fairing-primer',
        text: 'Epoxy fairing and two-part primer under the paint',
        atFinish: true,
      }),
    },
  },
  {
    id: 'special-service',
    about: 'Water, fuel, heat, fire or food',
    when: { specialService: { not: 'none' }, certified: false },
    effects: all(no('Only a system certified for this service will do, and no certificate is filed.', certificate)),
  },
  {
    id: 'special-service-certified',
    about: 'Water, fuel, heat, fire or food, certified',
    when: { specialService: { not: 'none' }, certified: true },
    effects: all(onlyIf('Certified systems only.', certificate)),
  },
  ...(['polyester', 'vinylester', 'epoxy'] as const).map((family): ResinRule => ({
    id: `too-cold-${family}`,
    about: 'Temperature',
    when: { tooCold: family },
    effects: { [family]: no('Too cold for this system now.', warmUp) },
  })),
  {
    id: 'too-humid',
    about: 'Humidity',
    when: { humidityPercent: { above: 85 } },
    effects: all(
      no('Not now: above 85 % humidity.', {
        id: 'wait-for-dry-air',
        text: 'Wait for, or make, air under 85 % humidity',
      }),
    ),
  },
  {
    id: 'dew-point',
    about: 'Dew point',
    when: { dewMarginC: { below: 3 } },
    effects: all(
      no('Not now: the surface is less than 3 °C above the dew point.', {
        id: 'warm-surface',
        text: 'Warm the surface to 3 °C or more above the dew point',
      }),
    ),
  },
  {
    id: 'short-of-time',
    about: 'Little time before the finish',
    when: { hoursToFinish: { below: 168 } },
    effects: {
      polyester: ok('Ready for its finish soonest.'),
      epoxy: onlyIf('Needs its full cure before the finish goes on.', {
        id: 'full-cure-first',
        text: 'Give epoxy its full cure, or a post-cure, before the finish',
        atFinish: true,
      }),
    },
  },
  ...(['polyester', 'vinylester', 'epoxy'] as const).map((family): ResinRule => ({
    id: `like-for-like-${family}`,
    about: 'Owner or insurer wants like for like',
    when: { likeForLike: true, parent: { not: family } },
    effects: {
      [family]: onlyIf('Not the family the owner or insurer asks for.', {
        id: 'tell-difference',
        text: 'Owner or insurer told in writing what differs, and agrees',
      }),
    },
  })),
  ...(['polyester', 'vinylester', 'epoxy'] as const).map((family): ResinRule => ({
    id: `out-of-date-${family}`,
    about: 'Old, cheap, unlabelled or expired resin',
    when: { outOfDate: family },
    effects: {
      [family]: no('The stock is old, unlabelled or out of date.', {
        id: 'cup-test',
        text: 'Cup test done and logged; better, buy fresh',
      }),
    },
  })),
];
