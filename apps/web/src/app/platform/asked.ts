import { Injectable, signal } from '@angular/core';

/** What was asked for from anywhere and is shown over the page. */
@Injectable({ providedIn: 'root' })
export class Asked {
  /** The field that finds anything. */
  readonly find = signal(false);
}
