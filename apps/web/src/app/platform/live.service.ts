import { Injectable } from '@angular/core';
import { Observable, fromEvent, map, merge, share, startWith, switchMap, distinctUntilChanged, EMPTY } from 'rxjs';

export interface RepairChange {
  repairId: string;
  version: number;
}

/**
 * Changes made by anybody, through any server process, as they happen. Only a page that is being looked at listens: a browser
 * grants few connections to one server, and hidden or shelved pages would use them up. The browser reconnects by itself.
 */
@Injectable({ providedIn: 'root' })
export class LiveService {
  private readonly watched$ = merge(
    fromEvent(document, 'visibilitychange').pipe(map(() => document.visibilityState === 'visible')),
    fromEvent(window, 'pagehide').pipe(map(() => false)),
    fromEvent(window, 'pageshow').pipe(map(() => true)),
  ).pipe(startWith(document.visibilityState === 'visible'), distinctUntilChanged());

  readonly changes$ = this.watched$.pipe(
    switchMap((watched) => (watched ? listen() : EMPTY)),
    share(),
  );
}

function listen(): Observable<RepairChange> {
  return new Observable<RepairChange>((subscriber) => {
    const source = new EventSource('/api/stream');
    source.addEventListener('repair', (event: MessageEvent<string>) => subscriber.next(JSON.parse(event.data) as RepairChange));
    return () => source.close();
  });
}
