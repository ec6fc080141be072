const PREFIX = 'ash-step.';

/** A short text this device keeps for itself; null where there is none, or where the browser lets nothing be stored. */
export function localText(name: string): string | null {
  try {
    return localStorage.getItem(PREFIX + name);
  } catch {
    return null;
  }
}

export function setLocalText(name: string, text: string): void {
  try {
    localStorage.setItem(PREFIX + name, text);
  } catch {
    // A full or forbidden store only forgets.
  }
}
