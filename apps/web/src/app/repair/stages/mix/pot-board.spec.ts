import { provideZonelessChangeDetection, signal } from '@angular/core';
import { type ComponentFixture, TestBed } from '@angular/core/testing';
import { NEW_REPAIR, type RepairInputs, planRepair } from '@ashstep/core/repair';
import { BehaviorSubject } from 'rxjs';
import { SHOP } from '../../../plan/planned.testing';
import { SessionService } from '../../../platform/session.service';
import { ShopService } from '../../../shop/shop.service';
import { PotBoard } from './pot-board';
import { airAt } from '../../panel.testing';
import { RepairStore, type RepairState } from '../../repair.store';

const INPUTS: RepairInputs = {
  ...NEW_REPAIR,
  damage: {
    ...NEW_REPAIR.damage,
    shape: { kind: 'circle', diameterMm: 260, centreXMm: 0, centreYMm: 0, rotationDeg: 0 },
  },
  laminate: { ...NEW_REPAIR.laminate, thicknessMm: 10, clueIds: ['plate-epoxy'] },
  resin: { ...NEW_REPAIR.resin, systemId: 'epoxy-fast' },
  mix: { ...NEW_REPAIR.mix, scaleErrorG: 1, layingRateGPerMin: 6 },
  air: airAt(26),
};

describe('the pots of a lay-up', () => {
  const store = {
    edit: jasmine.createSpy('edit'),
    tryOut: (section: 'mix', patch: object) => planRepair({ ...INPUTS, [section]: { ...INPUTS[section], ...patch } }),
  };
  const shop = {
    ensure: () => undefined,
    shop: signal({
      settings: { ...SHOP, tools: [...SHOP.tools, { kind: 'lines', name: 'Syringe', stepMl: 0.5, mostMl: 60 }] },
    }),
  };
  let fixture: ComponentFixture<PotBoard>;

  async function show(patch: Partial<RepairInputs['mix']> = {}): Promise<string> {
    const inputs = { ...INPUTS, mix: { ...INPUTS.mix, ...patch } };
    fixture.componentRef.setInput('state', {
      detail: { state: 'open' },
      inputs,
      plan: planRepair(inputs),
      pending: new Map(),
      fieldErrors: {},
    } as unknown as RepairState);
    await fixture.whenStable();
    return host().textContent!.replace(/\s+/g, ' ');
  }
  const host = (): HTMLElement => fixture.nativeElement as HTMLElement;

  beforeEach(() => {
    store.edit.calls.reset();
    TestBed.configureTestingModule({
      providers: [
        provideZonelessChangeDetection(),
        { provide: RepairStore, useValue: store },
        { provide: ShopService, useValue: shop },
        { provide: SessionService, useValue: { units$: new BehaviorSubject('metric') } },
      ],
    });
    fixture = TestBed.createComponent(PotBoard);
  });

  it('says why there are so many pots, and that a tray bears larger ones', async () => {
    const inCup = await show();
    const { pots, faces } = planRepair(INPUTS).mix!;
    expect(inCup).toContain(`Why ${pots} pots`);
    expect(inCup).toContain(`${faces[0]!.split.limitG.toFixed(0)} g`);
    const tray = Number(/In a tray a pot may be (\d+)/.exec(inCup)![1]);
    expect(tray).toBeGreaterThan(faces[0]!.split.limitG);
    expect(await show({ container: 'tray' })).not.toContain('In a tray a pot may be');
  });

  it('follows the largest one left standing: hotter in foam than in a tray', async () => {
    const peak = (told: string): number => Number(/gets to (\d+)/.exec(told)![1]);
    expect(peak(await show({ container: 'foam-cup' }))).toBeGreaterThan(peak(await show({ container: 'tray' })) + 20);
  });

  it('lays at the pace of the work and says why, until a person knows better', async () => {
    const log = { 'small-roller': { gPerMin: 31, lays: 4, lowGPerMin: 22, highGPerMin: 44 } };
    expect(await show({ layingRateGPerMin: null })).toMatch(
      /\d+ g a minute as is usual for brush and fin roller .*: 25 g to 50 g with one pair of hands\./,
    );
    expect(await show({ layingRateGPerMin: null, layingLog: log })).toContain(
      '31 g a minute by the shed’s log of 4 lay-ups, brush and fin roller',
    );
    expect(await show({ layingLog: log })).toContain('6 g a minute as set by hand. It would be 31 g');
  });

  it('takes one of the shed’s tools, and tells the best of them for the smallest pot', async () => {
    const told = await show();
    // 0.1 g to read and both parts on one tare: the smallest it mixes is 16.7 g, and a pot is smaller.
    expect(told).toContain('Nothing in the shed mixes the smallest pot');
    expect(await show({ weighing: 're-zeroed' })).toMatch(/the shed’s best is: (Bench scale, 0\.1 g|Syringe)\./);
    const tool = host().querySelector<HTMLSelectElement>('#tool')!;
    tool.value = 'Syringe';
    tool.dispatchEvent(new Event('change'));
    expect(store.edit).toHaveBeenCalledWith('mix', {
      tool: { kind: 'lines', name: 'Syringe', stepMl: 0.5, mostMl: 60 },
    });
  });
});
