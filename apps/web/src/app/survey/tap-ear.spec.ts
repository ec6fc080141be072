import { TestBed } from '@angular/core/testing';
import { SessionService } from '../platform/session.service';
import { TapEar } from './tap-ear';

const RATE = 44_100;
let seed = 7;
const noise = (): number => ((seed = (seed * 16_807) % 2_147_483_647) / 2_147_483_647 - 0.5) * 0.002;
/** A decaying tone after 50 ms of near silence, as the microphone cuts it. */
const tap = (frequencyHz: number, fall20Ms: number): { samples: number[]; rateHz: number } => ({
  rateHz: RATE,
  samples: Array.from({ length: Math.round(0.18 * RATE) }, (_, i) => {
    const t = i / RATE - 0.05;
    return noise() + (t < 0 ? 0 : 0.5 * Math.exp((-t * Math.log(10)) / (fall20Ms / 1000)) * Math.sin(2 * Math.PI * frequencyHz * t)); // prettier-ignore
  }),
});
const ringing = (i: number) => tap(2400 + 60 * (i % 3), 38 + (i % 4));
const dull = () => tap(800, 12);

describe('taps heard by the device', () => {
  function open() {
    TestBed.configureTestingModule({ providers: [{ provide: SessionService, useValue: { person: { id: 'a' } } }] });
    const fixture = TestBed.createComponent(TapEar);
    fixture.componentRef.setInput('job', 'job');
    const [told, corrected]: [{ sound: string; words: string }[], { sound: string; words: string }[]] = [[], []];
    fixture.componentInstance.heard.subscribe((one) => told.push(one));
    fixture.componentInstance.corrected.subscribe((one) => corrected.push(one));
    fixture.componentInstance.listening.set(true);
    fixture.detectChanges();
    const text = (): string => (fixture.detectChanges(), (fixture.nativeElement as HTMLElement).textContent!.replace(/\s+/g, ' ')); // prettier-ignore
    return { ear: fixture.componentInstance, told, corrected, text, host: fixture.nativeElement as HTMLElement };
  }
  beforeEach(() => localStorage.clear());

  it('are learnt from five on sound laminate, and told against those from then on', () => {
    const { ear, told, text } = open();
    for (let i = 0; i < 5; i++) {
      expect(text()).toContain(`Tap on sound laminate near by: ${i} of 5`);
      ear.hear(ringing(i));
    }
    expect(told).toEqual([]);
    ear.hear(dull());
    ear.hear(ringing(6));
    expect(told.map(({ sound }) => sound)).toEqual(['dull', 'sound']);
    expect(told[0]!.words).toMatch(/^Microphone: dull, \d+\.\d ± \d\.\d$/);
    ear.teachAnew();
    expect(text()).toContain('0 of 5');
  });

  it('can be said otherwise by the one who stands there: their word counts, and both are kept', () => {
    const { ear, told, corrected, text, host } = open();
    for (let i = 0; i < 5; i++) ear.hear(ringing(i));
    ear.hear(dull());
    expect(text()).toContain('Dull.');
    [...host.querySelectorAll('button')].find((one) => one.textContent.includes('No: sound'))!.click();
    expect(corrected).toEqual([{ sound: 'sound', words: jasmine.stringMatching(/^By ear; microphone: dull/) as unknown as string }]); // prettier-ignore
    expect(told.length).toBe(1);
  });

  it('are asked for again where they are doubtful, and told from both', () => {
    const { ear, told, text } = open();
    for (let i = 0; i < 5; i++) ear.hear(ringing(i));
    // Between the two: lower and shorter by the half.
    let pitch = 2400;
    while (ear.asked() === null && pitch > 800) {
      pitch -= 60;
      ear.hear(tap(pitch, 12 + (26 * (pitch - 800)) / 1600));
    }
    expect(text()).toContain('Doubtful. Tap once more at the same place.');
    const before = told.length;
    ear.hear(dull());
    expect(told.length).toBe(before + 1);
    expect(ear.asked()).toBeNull();
  });
});
