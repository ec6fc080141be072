import { provideHttpClient } from '@angular/common/http';
import { type Type, provideZonelessChangeDetection } from '@angular/core';
import { type ComponentFixture, TestBed } from '@angular/core/testing';
import { provideRouter } from '@angular/router';
import type { InspectionResult, LogEntry, RepairDetail } from '@ashstep/contract';
import { NEW_REPAIR, PREPARATION_CHECKS, type RepairInputs, planRepair } from '@ashstep/core';
import { BehaviorSubject } from 'rxjs';
import { SessionService } from '../../platform/session.service';
import { RepairStore, type RepairState } from '../repair.store';
import { DaysStage } from './days';
import { FinishStage } from './finish';
import { LaminateStage } from './laminate';
import { LayUpStage } from './layup';
import { LookStage } from './look';
import { MixStage } from './mix';
import { PliesStage } from './plies';
import { ResinStage } from './resin';
import { SignOffStage } from './signoff';
import type { StagePanel } from './stage';
import { TaperStage } from './taper';

type Sections = { [K in keyof RepairInputs]?: Partial<RepairInputs[K]> };

const PLANNED: Sections = { laminate: { thicknessMm: 4, clueIds: ['styrene-smell', 'tint-green-blue'] }, resin: { systemId: 'polyester' }, days: { startAt: '2026-04-16T08:00' } };

function stateOf(sections: Sections = PLANNED, detail: Partial<RepairDetail> = {}): RepairState {
  const inputs = Object.fromEntries(Object.entries(NEW_REPAIR).map(([name, defaults]) => [name, { ...defaults, ...sections[name as keyof RepairInputs] }])) as unknown as RepairInputs;
  const base = { id: 'r1', state: 'open', revision: 1, version: 1, stageReached: 9, log: [], checks: [], results: [], rework: [], events: [], seals: [], openRework: 0, signOff: { allowed: false, reason: 'Another must accept it.' } };
  return { detail: { ...base, ...detail, inputs } as unknown as RepairDetail, inputs, plan: planRepair(inputs), pending: new Set(), problem: null, fieldErrors: {}, upset: null, conflict: null };
}

describe('stage panels', () => {
  const intents = jasmine.createSpyObj<RepairStore>('store', ['edit', 'reach', 'log', 'check', 'answer', 'rework', 'signOff', 'amend', 'pick']);
  const store = { ...intents, picked$: new BehaviorSubject<string | null>(null) };

  beforeEach(() => {
    for (const intent of Object.values(intents) as jasmine.Spy[]) intent.calls.reset();
    TestBed.configureTestingModule({
      providers: [provideZonelessChangeDetection(), provideHttpClient(), provideRouter([]), { provide: RepairStore, useValue: store }, { provide: SessionService, useValue: { units$: new BehaviorSubject('metric') } }],
    });
  });

  async function show<T extends StagePanel>(panel: Type<T>, state: RepairState): Promise<ComponentFixture<T>> {
    const fixture = TestBed.createComponent(panel);
    fixture.componentRef.setInput('state', state);
    await fixture.whenStable();
    return fixture;
  }

  const text = (fixture: ComponentFixture<unknown>): string => (fixture.nativeElement as HTMLElement).textContent!.replace(/\s+/g, ' ');
  const press = (fixture: ComponentFixture<unknown>, label: string): void => {
    const found = [...(fixture.nativeElement as HTMLElement).querySelectorAll<HTMLElement>('button, label')].find((element) => element.textContent!.includes(label));
    if (!found) throw new Error(`nothing says ${label}`);
    (found.querySelector('input') ?? found).click();
  };

  it('look: another kind of outline keeps its size, and a slot never gets wider than long', async () => {
    const fixture = await show(LookStage, stateOf({ damage: { shape: { kind: 'ellipse', lengthMm: 50, widthMm: 90 } } }));
    press(fixture, 'Slot');
    expect(store.edit).toHaveBeenCalledWith('damage', { shape: jasmine.objectContaining({ kind: 'slot', lengthMm: 50, widthMm: 50 }) });
  });

  it('look: asks for the depth only of a part-depth damage', async () => {
    expect(text(await show(LookStage, stateOf()))).not.toContain('Depth of damage');
    expect(text(await show(LookStage, stateOf({ damage: { depth: 'part' } })))).toContain('Depth of damage');
  });

  it('laminate: shows doubt as part of the value and each clue’s push', async () => {
    const fixture = await show(LaminateStage, stateOf());
    expect(text(fixture)).toContain('95 %');
    expect(text(fixture)).toMatch(/Styrene smell when abraded [+−]\d/);
    press(fixture, 'A shaving crumbles');
    expect(store.edit).toHaveBeenCalledWith('laminate', { clueIds: ['styrene-smell', 'tint-green-blue', 'shaving-crumbles'] });
  });

  it('laminate: says what is missing in place of figures, never NaN', async () => {
    const fixture = await show(LaminateStage, stateOf({}));
    expect(text(fixture)).toContain('Needs the measured thickness');
    expect(text(fixture)).not.toContain('NaN');
  });

  it('resin: puts the school’s choice first and holds the step until a reason is written', async () => {
    const fixture = await show(ResinStage, stateOf({ ...PLANNED, place: { waterline: 'below' }, resin: { systemId: 'polyester' } }));
    expect((fixture.nativeElement as HTMLElement).querySelector('.family h2')!.textContent).toContain('Epoxy');
    expect(text(fixture)).toContain('Write the reason before going on');
    expect((fixture.nativeElement as HTMLElement).querySelector<HTMLButtonElement>('.do')!.disabled).toBeTrue();
  });

  it('resin: stops at a thermoplastic shell', async () => {
    const fixture = await show(ResinStage, stateOf({ laminate: { priorId: 'moulded-shell', clueIds: ['shaving-curls'] } }));
    expect(text(fixture)).toContain('Stop here');
    expect(text(fixture)).toContain('None of these resins bonds');
  });

  it('taper: shows what each ratio costs and takes the one pressed', async () => {
    const fixture = await show(TaperStage, stateOf());
    expect(text(fixture)).toContain('196 × 196');
    press(fixture, '20:1');
    expect(store.edit).toHaveBeenCalledWith('taper', { ratio: 20 });
  });

  it('taper: warns of what it runs over', async () => {
    const neighbours = [{ name: 'rail', kind: 'edge' as const, fromXMm: -200, fromYMm: 90, toXMm: 200, toYMm: 90 }];
    expect(text(await show(TaperStage, stateOf({ ...PLANNED, damage: { neighbours } })))).toContain('Runs over the rail by 33');
  });

  it('plies: lists them last laid on top and picks one on hover', async () => {
    const fixture = await show(PliesStage, stateOf());
    const rows = [...(fixture.nativeElement as HTMLElement).querySelectorAll<HTMLTableRowElement>('.pick tbody tr')];
    expect(rows[0]!.cells[0]!.textContent).toBe('C');
    expect(rows.at(-1)!.cells[0]!.textContent).toBe('1');
    rows.at(-1)!.dispatchEvent(new Event('pointerenter'));
    expect(store.pick).toHaveBeenCalledWith('f0-p1');
  });

  it('mix: gives cumulative scale readings, and refuses catalyst out of range in words', async () => {
    const state = stateOf();
    const pot = state.plan.mix!.faces[0]!.pots[0]!.mix;
    expect(text(await show(MixStage, state))).toContain(pot.scaleG[2].toFixed(1));
    expect(text(await show(MixStage, stateOf({ ...PLANNED, mix: { catalystPercent: 6 } })))).toContain('Refused');
  });

  it('days: asks for a start, then dates every step with its reason', async () => {
    expect(text(await show(DaysStage, stateOf({ ...PLANNED, days: { startAt: null } })))).toContain('Give the day and hour');
    const fixture = await show(DaysStage, stateOf());
    expect(text(fixture)).toContain('Not before: it gums up');
    press(fixture, 'Fri');
    expect(store.edit).toHaveBeenCalledWith('days', { openDays: [1, 2, 3, 4] });
  });

  it('lay up: starts only when every preparation is ticked off', async () => {
    const fixture = await show(LayUpStage, stateOf());
    expect((fixture.nativeElement as HTMLElement).querySelector<HTMLButtonElement>('.bench')!.disabled).toBeTrue();
    const checks = PREPARATION_CHECKS.map((check) => ({ checkId: check.id, done: true, by: 'T', at: '' }));
    const ready = await show(LayUpStage, stateOf(PLANNED, { checks }));
    press(ready, 'Start the lay-up');
    expect(store.log).toHaveBeenCalledWith({ kind: 'start', tempC: 20, humidityPercent: 55 });
  });

  it('lay up: leads ply by ply and says when a pot is out', async () => {
    const entry = (id: string, of: LogEntry['entry'], more: Partial<LogEntry> = {}): LogEntry => ({ id, at: '2026-04-16T09:00:00Z', by: 'T', entry: of, mixErrorPercent: null, within: null, ...more });
    const log = [
      entry('1', { kind: 'start', tempC: 20, humidityPercent: 55 }),
      entry('2', { kind: 'batch', label: 'A', resinG: 100, secondG: 3, resinLot: 'P', secondLot: 'C', tempC: 20 }, { mixErrorPercent: 66.7, within: false }),
      entry('3', { kind: 'ply', plyKey: 'f0-p1', label: 'Ply 1' }),
    ];
    const fixture = await show(LayUpStage, stateOf(PLANNED, { log }));
    expect(text(fixture)).toContain('+66.7 % off the ratio: out');
    press(fixture, 'Ply 2 down');
    expect(store.log).toHaveBeenCalledWith(jasmine.objectContaining({ kind: 'ply', plyKey: 'f0-p2' }));
  });

  it('finish: follows resin and surface', async () => {
    expect(text(await show(FinishStage, stateOf()))).toContain('Gel coat directly');
    expect(text(await show(FinishStage, stateOf({ ...PLANNED, resin: { systemId: 'epoxy-slow', overrideReason: 'x' } })))).toContain('Gel coat over fully cured epoxy');
  });

  it('sign off: sends readings however they are parted and not before they are figures', async () => {
    const fixture = await show(SignOffStage, stateOf());
    const panel = fixture.componentInstance;
    const check = panel.plan().inspection.find((c) => c.kind === 'readings')!;
    panel.type(check.id, '40 41,5; \u22123');
    expect(panel.readings(check.id)).toEqual([40, 41.5, -3]);
    panel.send(check);
    expect(store.answer).toHaveBeenCalledWith({ checkId: check.id, readings: [40, 41.5, -3], note: '' });
    panel.type(check.id, '40 soft');
    expect(panel.readings(check.id)).toBeNull();
  });

  it('sign off: keeps the action in sight with the reason it is not allowed', async () => {
    const fixture = await show(SignOffStage, stateOf());
    expect(text(fixture)).toContain('Another must accept it');
    expect((fixture.nativeElement as HTMLElement).querySelector<HTMLButtonElement>('.seal-row .do')!.disabled).toBeTrue();
  });

  it('sign off: a later pass outweighs an earlier fail', async () => {
    const result = (pass: boolean, at: string): InspectionResult => ({ id: at, checkId: 'solvent-wipe', pass, readings: [], mean: null, spread: null, why: 'by-eye', note: '', by: 'T', at });
    const fixture = await show(SignOffStage, stateOf(PLANNED, { results: [result(false, '2026-04-16T09:00:00Z'), result(true, '2026-04-16T10:00:00Z')] }));
    expect(fixture.componentInstance.passes()).toBe(1);
  });

  it('sealed: offers print, file and amend, and no answers', async () => {
    const seal = { revision: 1, sealedAt: '2026-04-16T10:00:00Z', signedBy: 'Maren', meaning: 'I inspected and accept', hash: 'ab'.repeat(32), previousHash: '0'.repeat(64), singleHanded: false };
    const fixture = await show(SignOffStage, stateOf(PLANNED, { state: 'sealed', seals: [seal] }));
    expect(text(fixture)).toContain('ab'.repeat(32));
    expect((fixture.nativeElement as HTMLElement).querySelectorAll('.yesno').length).toBe(0);
    press(fixture, 'Amend');
    expect(store.amend).toHaveBeenCalled();
  });

  it('finish only: no stage pretends there is fibre to lay', async () => {
    const state = stateOf({ ...PLANNED, damage: { depth: 'finish' } });
    expect(text(await show(TaperStage, state))).toContain('Nothing to taper');
    expect(text(await show(PliesStage, state))).toContain('No plies');
    expect(text(await show(MixStage, state))).toContain('No lay-up to mix for');
    expect(text(await show(LayUpStage, state))).toContain('No fibre is broken');
  });
});
