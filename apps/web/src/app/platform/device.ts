import { Injectable, signal } from '@angular/core';
import { localText, setLocalText } from './local-text';

const [ID, NAME] = ['device-id', 'device-name'];
/** Letters a name has at the most. */
export const DEVICE_NAME_MOST = 60;

/** This device: the id it makes for itself once, and what it is called in the log. */
@Injectable({ providedIn: 'root' })
export class Device {
  readonly id = known();
  readonly name = signal(localText(NAME) ?? `${kind()} ${this.id.slice(0, 4).toUpperCase()}`);
  /** In the middle of a sentence. */
  readonly kind = kind().toLowerCase();

  call(name: string): void {
    const short = name.trim().slice(0, DEVICE_NAME_MOST);
    if (short === '') return;
    this.name.set(short);
    setLocalText(NAME, short);
  }
}

function known(): string {
  const id = localText(ID) ?? crypto.randomUUID();
  setLocalText(ID, id);
  return id;
}

/** What it is held as: told by its fingers and its screen, for no browser says so. */
function kind(): 'Phone' | 'Tablet' | 'Computer' {
  if (!matchMedia('(pointer: coarse)').matches) return 'Computer';
  return Math.min(screen.width, screen.height) < 600 ? 'Phone' : 'Tablet';
}
