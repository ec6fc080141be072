import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { errorWords } from '@ashstep/contract';
import { attempt } from '@ashstep/core/errors';
import { type RepairInputs, alongTube, edgeOf, repairKind } from '@ashstep/core/repair';
import {
  type AlignmentReading,
  BREAK_RATIO,
  type CurvatureResult,
  type RepairKind,
  USUAL_BREAK,
  USUAL_CAP_PAST_MM,
  USUAL_DISH_RATIO,
  USUAL_EDGE,
  USUAL_INJECTION,
  USUAL_LAP_MM,
  USUAL_OVERLAY,
  USUAL_PLUG,
  USUAL_STAGGER_MM,
  USUAL_STEP_MM,
  USUAL_TRIM_MM,
  USUAL_WRAP,
  alignment,
  broken,
  curvature,
  edge,
  wrap,
} from '@ashstep/core/taper';
import { toSignal } from '@angular/core/rxjs-interop';
import { optionsOf } from '../../../parts/choice-field';
import { QuantityField } from '../../../parts/quantity-field';
import { QuantityPipe } from '../../../platform/quantity.pipe';
import { SessionService } from '../../../platform/session.service';
import type { SectionEdit } from '../../repair.store';
import { Panel } from '../stage-panel';
import { PickOf, TickInput } from '../../../parts/inputs';
import { Clock } from '../../../platform/clock';

export const KINDS: Record<RepairKind, { name: string; when: string }> = {
  taper: { name: 'Taper', when: 'Fibre broken, part way or through: from one face or both.' },
  stepped: { name: 'Stepped taper', when: 'Thin skins of known plies: one step a ply, each of one width.' },
  lap: {
    name: 'Lap patch',
    when: 'Thin shells, aramid, tubes: nothing is ground off. Abrade only, and reach well past the last crack.',
  },
  wrap: {
    name: 'Wrap',
    when: 'Tubes and rails: strips right round, at plus and minus an angle, pressed down with tape.',
  },
  dish: {
    name: 'Dish and fill',
    when: 'Holes of a few millimetres and shallow dings: a bevel keys the filler in, glass goes over it.',
  },
  edge: {
    name: 'Edge or tip',
    when: 'A piece is gone: taper both faces towards it, lay from both sides, trim to shape.',
  },
  broken: {
    name: 'Broken in two',
    when: 'Join and line up first. The sanding bulges between the rails, so that nothing ends straight across.',
  },
  core: {
    name: 'Core',
    when: 'Wet or crushed core: taken out to sound core or to the inner skin, a plug bedded in thickened resin, then the skin.',
  },
  overlay: {
    name: 'Overlay',
    when: 'A skin over a whole area, worn or with many small faults: abraded, nothing cut out, each ply short of the next.',
  },
  panel: {
    name: 'New panel',
    when: 'A panel, cover or former made from nothing, on film: laid larger than it is to be, and trimmed. Its plies or thickness are those on Laminate.',
  },
  injection: {
    name: 'Injection',
    when: 'Skins sound but off one another, dry and clean within: drilled, filled from the lowest row until it comes out of the highest, weighted until hard. If it is wet or dirty, open it up.',
  },
};
const CHECKS: Record<AlignmentReading['what'], string> = {
  string: 'String along the middle',
  twist: 'Twist, end to end',
  rocker: 'Rocker against its pattern',
  'rail-left': 'Left rail step',
  'rail-right': 'Right rail step',
};
const BACK_UPS: Record<CurvatureResult['backUp'], string> = {
  'flat-sheet': 'a flat film-faced sheet',
  'thin-sheet': 'a thin film-faced sheet that bends',
  'cast-skin': 'a skin of brush-on rubber cast off the surface, with a stiff shell',
};

interface Figure {
  name: string;
  text: string;
}

/** Which kind of repair it is, with what that kind alone needs to be known and what comes of it. */
@Component({
  selector: 'ash-kind-panel',
  host: { class: 'block' },
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [PickOf, TickInput, QuantityField, QuantityPipe],
  template: `
    @let set = inputs().taper;
    <div class="field">
      <label for="kind">Kind of repair</label
      ><select id="kind" [of]="kinds" [disabled]="sealed()" (chosen)="edit({ kind: $event })">
        @for (k of kinds; track k.id) {
          <option [value]="k.id" [selected]="k.id === kind()">{{ k.name }}</option>
        }
      </select>
    </div>
    <p class="why"><b>When</b> {{ when() }}</p>
    <div class="fields">
      @switch (kind()) {
        @case ('stepped') {
          <ash-quantity
            label="Width of a step"
            [value]="set.stepMm ?? usual.step"
            (valueChange)="edit({ stepMm: $event! })"
            [error]="error('taper.stepMm')"
          />
        }
        @case ('lap') {
          <ash-quantity
            label="Past the last crack"
            [value]="set.lapMm ?? usual.lap"
            (valueChange)="edit({ lapMm: $event! })"
            [error]="error('taper.lapMm')"
          />
          <ash-quantity
            label="Plies staggered by"
            [value]="set.staggerMm ?? usual.stagger"
            (valueChange)="edit({ staggerMm: $event! })"
            [error]="error('taper.staggerMm')"
          />
        }
      }
      @for (f of fields(); track f.label) {
        <ash-quantity
          [label]="f.label"
          [kind]="f.kind"
          [value]="f.value"
          (valueChange)="f.set($event!)"
          [error]="f.path ? error(f.path) : null"
        />
      }
    </div>
    @if (kind() === 'wrap') {
      <label class="tick"
        ><input
          type="checkbox"
          [disabled]="sealed()"
          [checked]="set.wrap?.across ?? false"
          (ticked)="setAcross($event)"
        />The outline’s length runs round the tube, not along it</label
      >
    }
    @if (problem(); as m) {
      <p class="remark">{{ m }}</p>
    }
    @if (figures().length > 0) {
      <table class="ruled">
        <tbody>
          @for (f of figures(); track f.name) {
            <tr>
              <td>{{ f.name }}</td>
              <td class="r num">{{ f.text }}</td>
            </tr>
          }
        </tbody>
      </table>
    }
    @if (sanding(); as d) {
      <svg
        class="sanding"
        [attr.viewBox]="d.box"
        role="img"
        aria-label="Sanded ground of one face, bulging between the rails"
      >
        @for (p of d.plies; track $index) {
          <path [attr.d]="p" class="ply" />
        }
        <path [attr.d]="d.outline" class="ground" />
        <path [attr.d]="d.crack" class="crack" />
      </svg>
    }
    @if (kind() === 'broken') {
      <h3>Lined up?</h3>
      @for (r of readings(); track $index) {
        <p [class.remark]="r.off">
          {{ r.name }}: {{ r.mm | qty: 'length' : 1 }} off, {{ r.limitMm | qty: 'length' : 1 }} allowed.
          <span class="quiet">{{ r.by }}</span>
        </p>
      }
      <p role="status">{{ lined() }}</p>
      @if (!sealed()) {
        <div class="fields">
          <div class="field">
            <label for="align-what">Check</label
            ><select id="align-what" [of]="checks" (chosen)="what.set($event)">
              @for (c of checks; track c.value) {
                <option [value]="c.value" [selected]="c.value === what()">{{ c.label }}</option>
              }
            </select>
          </div>
          <ash-quantity label="Off true" [value]="off()" [optional]="true" (valueChange)="off.set($event)" />
          <ash-quantity label="Allowed" [value]="limit()" (valueChange)="limit.set($event ?? 2)" />
        </div>
        <button type="button" class="act small" [disabled]="off() === null" (click)="log()">Log the check</button>
      }
    }
    <details [open]="!!set.curvature">
      <summary>Curved surface</summary>
      <div class="fields">
        <ash-quantity
          label="Radius along"
          [value]="set.curvature?.alongMm ?? null"
          [optional]="true"
          (valueChange)="bend({ alongMm: $event })"
        />
        <ash-quantity
          label="Radius across"
          [value]="set.curvature?.acrossMm ?? null"
          [optional]="true"
          (valueChange)="bend({ acrossMm: $event })"
        />
      </div>
      @if (bent(); as b) {
        <p [class.remark]="b.bad">{{ b.text }}</p>
      } @else {
        <p class="quiet">Flat until a radius is given.</p>
      }
    </details>
  `,
  styles: `
    :host {
      display: flex;
      flex-direction: column;
      gap: 10px;
    }
    .sanding {
      width: 100%;
      max-height: 220px;
      background: var(--sheet);
    }
    .ground,
    .ply,
    .crack {
      fill: none;
      stroke: var(--ink);
      stroke-width: 1.6;
      vector-effect: non-scaling-stroke;
    }
    .ply {
      stroke: var(--glass-ink);
      stroke-width: 1;
    }
    .crack {
      stroke: var(--ember);
      stroke-dasharray: 6 4;
    }
  `,
})
export class KindPanel extends Panel {
  private readonly shedClock = inject(Clock);
  private readonly person = toSignal(inject(SessionService).person$);
  readonly kinds = (Object.keys(KINDS) as RepairKind[]).map((id) => ({ id, name: KINDS[id].name }));
  readonly checks = optionsOf(CHECKS);
  readonly usual = { step: USUAL_STEP_MM, lap: USUAL_LAP_MM, stagger: USUAL_STAGGER_MM };
  readonly kind = computed<RepairKind>(() => repairKind(this.inputs()));
  readonly when = computed(() => KINDS[this.kind()].when);
  readonly what = signal<AlignmentReading['what']>('string');
  readonly off = signal<number | null>(null);
  readonly limit = signal(2);

  readonly fields = computed<
    { label: string; kind: 'length' | 'plain'; value: number; set: (value: number) => void; path?: string }[]
  >(() => {
    const { taper } = this.inputs();
    const of = <K extends 'wrap' | 'broken' | 'edge' | 'plug' | 'injection'>(
      section: K,
      usual: NonNullable<RepairInputs['taper'][K]>,
      names: [string, string, 'length' | 'plain'][],
    ) =>
      names.map(([label, key, kind]) => {
        const now = (taper[section] ?? usual) as unknown as Record<string, number>;
        return {
          label,
          kind,
          value: now[key]!,
          set: (value: number) => this.edit({ [section]: { ...now, [key]: value } }),
          path: `taper.${section}.${key}`,
        };
      });
    switch (this.kind()) {
      case 'wrap':
        return [{ label: 'Across it, its diameter', kind: 'length', value: Math.round((10 * (taper.wrap ?? USUAL_WRAP).roundMm) / Math.PI) / 10, set: (mm: number) => this.edit({ wrap: { ...USUAL_WRAP, ...taper.wrap, roundMm: mm * Math.PI } }) }, ...of('wrap', USUAL_WRAP, [['Or round it', 'roundMm', 'length'], ['Strip width', 'stripMm', 'length'], ['Angle to the axis, °', 'angleDeg', 'plain'], ['Overlap', 'overlapMm', 'length'], ['Past the damage', 'pastMm', 'length'], ...(this.inputs().stack.plies ? [] : [['Layers', 'layers', 'plain'] as [string, string, 'plain']])])]; // prettier-ignore
      case 'broken':
        return of('broken', USUAL_BREAK, [
          ['Rail to rail', 'widthMm', 'length'],
          ['Bulge at the middle', 'bulgeMm', 'length'],
          ['Rail strip', 'railMm', 'length'],
        ]);
      case 'edge':
        return of('edge', this.edgeNow(), [
          ['Gone, along the edge', 'alongMm', 'length'],
          ['Gone, inwards', 'inMm', 'length'],
          ['Left to trim', 'trimMm', 'length'],
        ]);
      case 'core':
        return [
          { label: 'Core taken out, deep', kind: 'length', value: taper.plug?.depthMm ?? this.inputs().laminate.core?.thicknessMm ?? 0, set: (depthMm: number) => this.edit({ plug: { ...USUAL_PLUG, ...taper.plug, depthMm } }), path: 'taper.plug.depthMm' }, // prettier-ignore
          ...of('plug', USUAL_PLUG, [
            ['Gap round the plug', 'gapMm', 'length'],
            ['Bedding under it', 'beddingMm', 'length'],
            ['Paste, g/ml', 'pasteGPerMl', 'plain'],
          ]),
        ];
      case 'overlay':
        return [
          { label: 'Past the area', kind: 'length', value: taper.lapMm ?? USUAL_OVERLAY.reachMm, set: (lapMm: number) => this.edit({ lapMm }), path: 'taper.lapMm' }, // prettier-ignore
          { label: 'Each ply short of the next', kind: 'length', value: taper.staggerMm ?? USUAL_OVERLAY.staggerMm, set: (staggerMm: number) => this.edit({ staggerMm }), path: 'taper.staggerMm' }, // prettier-ignore
        ];
      case 'panel':
        return [{ label: 'Laid larger all round', kind: 'length', value: taper.lapMm ?? USUAL_TRIM_MM, set: (lapMm: number) => this.edit({ lapMm }), path: 'taper.lapMm' }]; // prettier-ignore
      case 'injection':
        return of('injection', USUAL_INJECTION, [
          ['Hole to hole', 'spacingMm', 'length'],
          ['Holes, across', 'holeMm', 'length'],
          ['Faces apart, as far as is known', 'gapMm', 'length'],
        ]);
      case 'dish':
        return [
          {
            label: 'Bevel, n:1',
            kind: 'plain',
            value: taper.dishRatio ?? USUAL_DISH_RATIO,
            set: (dishRatio: number) => this.edit({ dishRatio }),
            path: 'taper.dishRatio',
          },
          {
            label: 'Bevel, deep on each face',
            kind: 'length',
            value: taper.bevelMm ?? this.plan().parent?.depthMm ?? 0,
            set: (bevelMm: number) => this.edit({ bevelMm }),
            path: 'taper.bevelMm',
          },
          { label: 'Sunk below the surface for the cap', kind: 'length', value: Math.round(10 * (this.plan().patch?.faces[0]?.sunkMm ?? 0)) / 10, set: (sunkMm: number) => this.edit({ sunkMm }), path: 'taper.sunkMm' }, // prettier-ignore
        ];
      default:
        return [];
    }
  });

  private readonly inTwo = computed(() => {
    const { parent, taper, patch } = this.plan();
    return attempt(() =>
      broken({
        ...(this.inputs().taper.broken ?? USUAL_BREAK),
        skinMm: taper?.footprint.faces[0]!.depthMm ?? parent?.thicknessMm ?? 1,
        ratio: taper?.ratio ?? BREAK_RATIO,
        plies: patch?.layers.length ?? 2,
      }),
    );
  });
  private readonly worked = computed(() => attempt(() => this.work()));
  readonly figures = computed(() => this.worked().result ?? []);
  readonly problem = computed(() => {
    const { error } = this.worked();
    if (error) return errorWords(error.code, error.params);
    return this.kind() === 'core' && !this.inputs().laminate.core ? 'Needs the core, on Laminate.' : null;
  });

  readonly sanding = computed(() => {
    const made = this.kind() === 'broken' ? this.inTwo().result : null;
    if (!made) return null;
    const { widthMm } = this.inputs().taper.broken ?? USUAL_BREAK;
    const path = (points: readonly { x: number; y: number }[]): string =>
      `M${points.map((p) => `${p.x.toFixed(1)} ${(-p.y).toFixed(1)}`).join('L')}Z`;
    const scaled = (share: number): string => path(made.outline.map((p) => ({ x: p.x * share, y: p.y })));
    return {
      box: `${(-made.atMiddleMm - 12).toFixed(0)} ${(-widthMm / 2 - 12).toFixed(0)} ${(2 * made.atMiddleMm + 24).toFixed(0)} ${widthMm + 24}`,
      outline: path(made.outline),
      plies: made.plies.map((_, i) => scaled((i + 1) / made.plies.length)),
      crack: `M0 ${-widthMm / 2}V${widthMm / 2}`,
    };
  });

  /** What is gone of the edge. */
  private edgeNow(): NonNullable<RepairInputs['taper']['edge']> {
    const { damage } = this.plan();
    return damage ? edgeOf(this.inputs().taper, damage) : USUAL_EDGE;
  }

  readonly readings = computed(() =>
    (this.inputs().taper.alignment ?? []).map((r) => ({ ...r, name: CHECKS[r.what], off: Math.abs(r.mm) > r.limitMm })),
  );
  readonly lined = computed(() => {
    const { ready, off, missing } = alignment(this.inputs().taper.alignment ?? []);
    if (ready) return 'Lined up: bond it.';
    const wanted = [
      ...off.map(({ what }) => `${CHECKS[what].toLowerCase()} is off`),
      ...missing.map((what) => `${CHECKS[what].toLowerCase()} not read`),
    ];
    return `Do not bond yet: ${wanted.join(', ')}.`;
  });

  readonly bent = computed(() => {
    const { curvature: set } = this.inputs().taper;
    const face = this.plan().taper?.footprint.faces[0]?.abraded;
    if (!set || (set.alongMm === null && set.acrossMm === null) || !face) return null;
    const constructions = (this.plan().patch?.faces ?? []).flatMap(({ plies }) =>
      plies.flatMap(({ fabric }) => fabric.parts.map(({ construction }) => construction)),
    );
    const { result, error } = attempt(() =>
      curvature({
        lengthMm: face.lengthMm,
        widthMm: face.widthMm,
        ...(set.alongMm === null ? {} : { alongMm: set.alongMm }),
        ...(set.acrossMm === null ? {} : { acrossMm: set.acrossMm }),
        constructions,
      }),
    );
    if (!result)
      return { bad: true, text: `The ground would not lie on such a curve: ${errorWords(error.code, error.params)}` };
    const rise = Math.max(result.riseAlongMm, result.riseAcrossMm);
    const drape =
      result.kind === 'double' ? ` Warp and weft close up by ${result.shearDeg.toFixed(0)}° at the corners.` : '';
    const stiff =
      result.tooStiff.length > 0
        ? ` ${result.tooStiff.join(', ')} locks before that: cut darts, lay narrower pieces or take a looser cloth.`
        : '';
    return {
      bad: result.tooStiff.length > 0,
      text: `Over the surface ${result.developedLengthMm.toFixed(0)} × ${result.developedWidthMm.toFixed(0)} mm, rising ${rise.toFixed(1)} mm. Back it up with ${BACK_UPS[result.backUp]}.${drape}${stiff}`,
    };
  });

  log(): void {
    const reading: AlignmentReading = {
      what: this.what(),
      mm: this.off()!,
      limitMm: this.limit(),
      by: this.person()?.name ?? '',
      at: this.shedClock.now(),
    };
    this.edit(({ alignment = [] }) => ({ alignment: [...alignment, reading] }));
    this.off.set(null);
  }

  bend(patch: Partial<NonNullable<RepairInputs['taper']['curvature']>>): void {
    const next = { alongMm: null, acrossMm: null, ...this.inputs().taper.curvature, ...patch };
    this.edit({ curvature: next.alongMm === null && next.acrossMm === null ? undefined : next });
  }

  setAcross(across: boolean): void {
    this.edit(({ wrap: set }) => ({ wrap: { ...USUAL_WRAP, ...set, across } }));
  }

  edit(patch: SectionEdit<RepairInputs['taper']>): void {
    this.store.edit('taper', patch);
  }

  private work(): Figure[] {
    const { damage, parent, taper, patch, injected } = this.plan();
    if (injected) return [{ name: 'Holes to fill', text: `${injected.holes.length}` }, { name: 'Left open, the highest', text: `${injected.vents.length}` }, { name: 'Off, by the outline', text: `${(injected.areaMm2 / 1e6).toFixed(3)} m²` }, { name: 'Resin to have ready', text: `${injected.volumeMl.toFixed(0)} ml: area × gap × 1.3` }]; // prettier-ignore
    if (!damage || !parent) return [];
    const mm = (value: number): string => `${value.toFixed(0)} mm`;
    const m2 = (value: number): string => `${(value / 1e6).toFixed(3)} m²`;
    const set = this.inputs().taper;
    switch (this.kind()) {
      case 'wrap': {
        const r = wrap({
          ...(set.wrap ?? USUAL_WRAP),
          ...(patch ? { layers: patch.layers.length } : {}),
          damageMm: alongTube(set.wrap, damage),
        });
        return [{ name: 'Covered along it', text: mm(r.coveredMm) }, { name: 'Strips a layer', text: `${r.stripsPerLayer}, lapped ${r.overlapAsLaidMm.toFixed(0)} mm` }, { name: 'Each strip', text: `${mm(r.stripLengthMm)}, ${r.turns.toFixed(1)} turns` }, { name: 'Layers', text: r.layers.map(({ sign }) => (sign > 0 ? '+' : '−')).join(' ') }, { name: 'Strip in all', text: `${(r.totalStripMm / 1000).toFixed(1)} m, ${m2(r.fabricAreaMm2)}` }]; // prettier-ignore
      }
      case 'dish': {
        const fills = this.plan().mix?.fills ?? [];
        const ml = fills.reduce((sum, { fillMl }) => sum + fillMl, 0);
        const widest = Math.max(0, ...fills.map(({ mouthMm }) => mouthMm));
        const face = patch?.faces[0];
        const capMm = face?.stack.totalMm ?? 0;
        const room = face && `${face.stack.roomMm.toFixed(1)} mm over ${capMm.toFixed(1)} mm of cap, ${face.stack.level === 'proud' ? 'too little: grind deeper' : face.stack.level === 'low' ? 'more than fairing is good for' : 'enough'}`; // prettier-ignore
        return [{ name: fills.length > 1 ? `${fills.length} spots, widest mouth` : 'Mouth', text: mm(widest) }, { name: 'Filler in all', text: `${ml.toFixed(1)} ml` }, { name: 'Cap past the mouth', text: mm(USUAL_CAP_PAST_MM) }, ...(room ? [{ name: 'Room for fairing and finish', text: room }] : [])]; // prettier-ignore
      }
      case 'edge': {
        const r = edge({
          ...this.edgeNow(),
          thicknessMm: parent.depthMm,
          ratio: taper?.ratio ?? 12,
          plies: patch?.layers.length ?? 4,
        });
        return [{ name: 'Taper on each face', text: mm(r.taperMm) }, { name: 'Ground, both faces', text: m2(r.groundMm2) }]; // prettier-ignore
      }
      case 'broken': {
        const { result: r, error } = this.inTwo();
        if (error) throw error;
        return [{ name: 'Sanded past the break', text: `${mm(r.atRailsMm)} at the rails, ${mm(r.atMiddleMm)} at the middle` }, { name: 'Sanded, a face', text: m2(r.sandedMm2) }, ...r.plies.map((ply, i) => ({ name: `Ply ${i + 1}, each face`, text: `${mm(2 * ply.atRailsMm)} at the rails, ${mm(2 * ply.atMiddleMm)} at the middle` })), { name: 'Rail strips', text: `${r.railStrips} of ${mm(r.railStripMm)}` }]; // prettier-ignore
      }
      case 'core': {
        const r = taper?.plug?.result;
        if (!r) return [];
        return [{ name: 'Plug', text: `${mm(r.plug.lengthMm)} × ${mm(r.plug.widthMm)} × ${r.plugThicknessMm.toFixed(1)} mm` }, { name: 'Paste under it', text: `${r.beddingMl.toFixed(0)} ml` }, { name: 'Paste round it', text: `${r.gapMl.toFixed(0)} ml` }, { name: 'Paste in all', text: `${r.pasteG.toFixed(0)} g` }, { name: 'Seal first', text: m2(r.sealedMm2) }]; // prettier-ignore
      }
      default:
        return [];
    }
  }
}
