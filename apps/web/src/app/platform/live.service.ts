import { Injectable } from '@angular/core';
import { Observable, share } from 'rxjs';

export interface RepairChange {
  repairId: string;
  version: number;
}

/** Changes made by anybody, through any server process, as they happen. The browser reconnects by itself. */
@Injectable({ providedIn: 'root' })
export class LiveService {
  readonly changes$ = new Observable<RepairChange>((subscriber) => {
    const source = new EventSource('/api/stream');
    source.addEventListener('repair', (event: MessageEvent<string>) => subscriber.next(JSON.parse(event.data) as RepairChange));
    return () => source.close();
  }).pipe(share());
}
