import { provideHttpClient } from '@angular/common/http';
import { provideZonelessChangeDetection, signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { checksBefore } from '@ashstep/contract';
import { NEW_REPAIR, planRepair } from '@ashstep/core/repair';
import { smallInputs } from '@ashstep/core/small';
import { airAt, stateOf } from '../repair/panel.testing';
import type { RepairState } from '../repair/repair.store';
import { CardDesk } from './card-desk';

/** A dry disbond, drilled at 20 °C: all that was asked before anything goes on is ticked off. */
function drilled(injected: boolean, readC?: number): RepairState {
  const asked = smallInputs({ ...NEW_REPAIR, resin: { ...NEW_REPAIR.resin, systemId: 'epoxy-slow' }, place: { ...NEW_REPAIR.place, finish: 'paint' }, air: airAt(20) }, { kind: 'disbond', lengthMm: 310, widthMm: 140, gapMm: 0.8, wet: false }); // prettier-ignore
  const before = checksBefore(planRepair(asked)).map(({ id }) => ({ checkId: id, done: true }));
  const round = planRepair(asked).rounds[0]!;
  const entries = [{ kind: 'batch', round: round.id, label: round.pots[0]!.label, resinG: 34.5, secondG: 10.35, resinLot: 'R-1', secondLot: 'H-1', tempC: 20 }, { kind: 'round', round: round.id }]; // prettier-ignore
  const log = entries.map((entry, i) => ({ id: String(i), entry, at: '2026-04-16T10:00', by: 'A', mixErrorPercent: 0, within: true })); // prettier-ignore
  return stateOf(readC === undefined ? asked : { ...asked, air: airAt(readC) }, { checks: before, log: injected ? log : [] }); // prettier-ignore
}

describe('the card of a job that is begun', () => {
  function deskOf(state: RepairState): CardDesk {
    TestBed.configureTestingModule({ providers: [provideZonelessChangeDetection(), provideHttpClient(), CardDesk] });
    const desk = TestBed.inject(CardDesk);
    desk.source = signal(state);
    return desk;
  }
  const opened = (desk: CardDesk): { title: string; done: boolean; lines: string[] } => desk.steps()[0]!;

  it('has its holes drilled once that is ticked off', () => {
    expect(opened(deskOf(drilled(false)))).toEqual(jasmine.objectContaining({ title: 'Drill', done: true }));
  });

  it('asks for no drilling where resin is in already, only for what a colder air has brought up', () => {
    const { title, done, lines } = opened(deskOf(drilled(true, 14.5)));
    expect([title, done]).toEqual(['Before it went on', false]);
    expect(lines).toEqual([jasmine.stringContaining('above the minimum')]);
  });

  it('is as it was where the air is what it was', () => {
    expect(opened(deskOf(drilled(true)))).toEqual(jasmine.objectContaining({ title: 'Drill', done: true }));
  });
});
