import { findTap } from '@ashstep/core/survey';

/** The device keeps so many of the last samples, and is asked for them so often, ms. */
const [KEPT_SAMPLES, EVERY_MS] = [32_768, 80];
/** Two taps are further apart than this, s: what comes sooner is the same one. */
const APART_S = 0.25;

/** Why nothing is heard. */
export type Deaf = 'refused' | 'none' | 'unknown';

/** A tap as the microphone heard it. */
export interface HeardTap {
  samples: number[];
  rateHz: number;
}

/** Listens with the device's microphone, and gives every tap it hears once. What is heard goes nowhere else. */
export class Microphone {
  private context: AudioContext | null = null;
  private stream: MediaStream | null = null;
  private timer: ReturnType<typeof setInterval> | undefined;

  /** @throws Deaf where it may not listen, or has nothing to listen with */
  async listen(onTap: (tap: HeardTap) => void): Promise<void> {
    if (!('mediaDevices' in navigator)) throw 'none' satisfies Deaf;
    // What a call wants of a voice spoils a tap.
    const audio = { echoCancellation: false, noiseSuppression: false, autoGainControl: false };
    this.stream = await navigator.mediaDevices.getUserMedia({ audio }).catch((error: unknown) => {
      const { name } = error as { name?: string };
      throw (name === 'NotAllowedError' ? 'refused' : name === 'NotFoundError' ? 'none' : 'unknown') satisfies Deaf;
    });
    const context = new AudioContext();
    this.context = context;
    const ear = new AnalyserNode(context, { fftSize: KEPT_SAMPLES });
    context.createMediaStreamSource(this.stream).connect(ear);
    const samples = new Float32Array(KEPT_SAMPLES);
    let heardTo = context.currentTime;
    this.timer = setInterval(() => {
      ear.getFloatTimeDomainData(samples);
      const beginsAt = context.currentTime - KEPT_SAMPLES / context.sampleRate;
      const from = Math.max(0, Math.ceil((heardTo - beginsAt) * context.sampleRate));
      const tap = findTap(samples, context.sampleRate, from);
      if (!tap) return;
      heardTo = beginsAt + tap.onset / context.sampleRate + APART_S;
      onTap({ samples: tap.samples, rateHz: context.sampleRate });
    }, EVERY_MS);
  }

  stop(): void {
    clearInterval(this.timer);
    this.stream?.getTracks().forEach((track) => track.stop());
    void this.context?.close();
    this.context = null;
    this.stream = null;
  }
}
