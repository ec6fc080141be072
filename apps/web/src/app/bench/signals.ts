import { Injectable, signal } from '@angular/core';
import { localText, setLocalText } from '../platform/local-text';

const KEPT_AS = 'bench';

/** What a device does to be noticed from a metre and a half away: it speaks, beeps, shakes, stays on; each can be turned off, and what it cannot do it leaves. */
@Injectable()
export class BenchSignals {
  readonly voice = signal(kept().voice ?? false);
  readonly beep = signal(kept().beep ?? true);
  readonly dark = signal(kept().dark ?? false);
  private sound: AudioContext | null = null;
  private lock: WakeLockSentinel | null = null;

  turn(which: 'voice' | 'beep' | 'dark'): void {
    this[which].update((on) => !on);
    setLocalText(KEPT_AS, JSON.stringify({ voice: this.voice(), beep: this.beep(), dark: this.dark() }));
    if (which === 'voice' && this.voice()) this.say('Voice on');
  }

  say(text: string): void {
    if (!this.voice() || !('speechSynthesis' in window)) return;
    speechSynthesis.cancel();
    speechSynthesis.speak(new SpeechSynthesisUtterance(text));
  }

  /** Short tones, as many as are asked for. */
  sounds(times: number): void {
    navigator.vibrate?.(Array.from({ length: 2 * times - 1 }, () => 200));
    if (!this.beep()) return;
    try {
      this.sound ??= new AudioContext();
      for (let i = 0; i < times; i++) {
        const tone = this.sound.createOscillator();
        tone.frequency.value = 880;
        tone.connect(this.sound.destination);
        tone.start(this.sound.currentTime + 0.4 * i);
        tone.stop(this.sound.currentTime + 0.4 * i + 0.2);
      }
    } catch {
      // A device without sound is looked at.
    }
  }

  /** Keeps the screen on for as long as the bench is open; asked again when it comes back in front. */
  async stayOn(): Promise<void> {
    if (document.visibilityState !== 'visible' || !('wakeLock' in navigator)) return;
    this.lock = await navigator.wakeLock.request('screen').catch(() => null);
  }

  letGo(): void {
    void this.lock?.release();
    void this.sound?.close();
    if ('speechSynthesis' in window) speechSynthesis.cancel();
  }
}

function kept(): Partial<Record<'voice' | 'beep' | 'dark', boolean>> {
  try {
    return JSON.parse(localText(KEPT_AS) ?? '{}') as Partial<Record<'voice' | 'beep' | 'dark', boolean>>;
  } catch {
    return {};
  }
}
