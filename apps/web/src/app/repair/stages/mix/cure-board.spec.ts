import { provideZonelessChangeDetection } from '@angular/core';
import { type ComponentFixture, TestBed } from '@angular/core/testing';
import { type CureFound, NEW_REPAIR, type RepairInputs, followCure, planRepair } from '@ashstep/core/repair';
import { BehaviorSubject } from 'rxjs';
import { planStub } from '../../../plan/planned.testing';
import { ShedPlanService } from '../../../plan/shed-plan.service';
import { SessionService } from '../../../platform/session.service';
import { CureBoard } from './cure-board';
import { colourOf } from './cure-map';
import { airAt } from '../../panel.testing';
import { RepairStore, type RepairState } from '../../repair.store';

const INPUTS: RepairInputs = {
  ...NEW_REPAIR,
  laminate: { ...NEW_REPAIR.laminate, thicknessMm: 14, clueIds: ['plate-epoxy'] },
  resin: { ...NEW_REPAIR.resin, systemId: 'epoxy-fast' },
  air: airAt(24),
};

function followed(inputs: RepairInputs): CureFound {
  const run = followCure(inputs, planRepair(inputs));
  for (;;) {
    const step = run.next();
    if (step.done) return step.value;
  }
}

describe('the cure of a lay-up on the sheet', () => {
  const store = jasmine.createSpyObj<RepairStore>('store', ['edit']);
  const found = followed(INPUTS);
  let fixture: ComponentFixture<CureBoard>;

  beforeEach(async () => {
    store.edit.calls.reset();
    TestBed.configureTestingModule({
      providers: [
        provideZonelessChangeDetection(),
        { provide: RepairStore, useValue: store },
        { provide: SessionService, useValue: { units$: new BehaviorSubject('metric') } },
        { provide: ShedPlanService, useValue: planStub(null) },
      ],
    });
    fixture = TestBed.createComponent(CureBoard);
    fixture.componentRef.setInput('state', {
      detail: { state: 'open' },
      inputs: INPUTS,
      plan: planRepair(INPUTS),
      pending: new Map(),
      fieldErrors: {},
    } as unknown as RepairState);
    await fixture.whenStable();
  });
  const host = (): HTMLElement => fixture.nativeElement as HTMLElement;
  const text = (): string => host().textContent!.replace(/\s+/g, ' ');

  it('sets the goes beside one another, shows the first that stays cool, and takes one', async () => {
    fixture.componentInstance.found.set(found);
    await fixture.whenStable();
    const options = found.faces[0]!.options;
    expect(options.length).toBeGreaterThan(1);
    expect(host().querySelectorAll('tbody tr').length).toBe(options.length);
    expect(text()).toContain('▲ too hot');
    const cool = options.find(({ fits }) => fits) ?? options.at(-1)!;
    expect(host().querySelectorAll('ash-cure-map').length).toBe(cool.runs.length);
    host().querySelector<HTMLButtonElement>(`[aria-label="Take ${cool.goes} goes"]`)!.click();
    expect(store.edit).toHaveBeenCalledWith('stack', { goes: cool.goes });
  });

  it('does not call cool enough what the card lets nobody lay at once, as the plan does not', async () => {
    const [first] = found.faces;
    const thick = { ...first!.options[0]!, fits: true, runs: first!.options[0]!.runs.map((run) => ({ ...run, thicknessMm: 40 })) }; // prettier-ignore
    fixture.componentInstance.found.set({ ...found, faces: [{ ...first!, options: [thick, ...first!.options.slice(1)] }] }); // prettier-ignore
    await fixture.whenStable();
    expect(text()).toMatch(/cool enough here, but its card allows \d+ mm at once/);
    expect(fixture.componentInstance.looked()).not.toBe(thick);
  });

  it('keeps what was followed when the same comes back from the server, and drops it for another lay-up', async () => {
    fixture.componentInstance.found.set(found);
    const show = async (inputs: RepairInputs): Promise<void> => {
      fixture.componentRef.setInput('state', {
        detail: { state: 'open' },
        inputs,
        plan: planRepair(inputs),
        pending: new Map(),
        fieldErrors: {},
      } as unknown as RepairState);
      await fixture.whenStable();
    };
    await show(structuredClone(INPUTS));
    expect(fixture.componentInstance.found()).toBe(found);
    await show({ ...INPUTS, mix: { ...INPUTS.mix, container: 'tray' } });
    expect(fixture.componentInstance.found()).toBe(found);
    await show({ ...INPUTS, air: airAt(12) });
    expect(fixture.componentInstance.found()).toBeNull();
  });

  it('shows another when asked, with what is wrong with it', async () => {
    fixture.componentInstance.found.set(found);
    await fixture.whenStable();
    host().querySelector<HTMLButtonElement>('[aria-label="Show 1 go"]')!.click();
    await fixture.whenStable();
    expect(text()).toContain('Lay it in more goes');
    const canvas = host().querySelector('canvas')!;
    const { data } = canvas.getContext('2d')!.getImageData(0, 0, canvas.width, canvas.height);
    // The middle of a run this hot is over the limit at some hour: ink on the map.
    expect(Array.from({ length: data.length / 4 }, (_, i) => data[4 * i]!).some((red) => red === 22)).toBeTrue();
  });

  it('colours by the share of the way to the limit', () => {
    expect(colourOf(0)).toEqual([246, 247, 244]);
    expect(colourOf(0.5)).toEqual([227, 189, 128]);
    expect(colourOf(1)).toEqual([179, 45, 5]);
    expect(colourOf(1.01)).toEqual([22, 25, 26]);
  });
});
