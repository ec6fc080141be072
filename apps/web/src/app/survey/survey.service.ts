import { Injectable } from '@angular/core';
import type { EncloseInput, EncloseResult } from '@ashstep/core/survey';
import { Observable } from 'rxjs';
import type { SurveyReply } from './survey.worker';

/** Searches that would hold up the page, worked out beside it; unsubscribing ends them. */
@Injectable({ providedIn: 'root' })
export class SurveyService {
  /** Best shapes round outlines; null when they enclose nothing. */
  enclose(request: EncloseInput): Observable<EncloseResult | null> {
    return new Observable((subscriber) => {
      const worker = new Worker(new URL('./survey.worker', import.meta.url), { type: 'module' });
      worker.onmessage = ({ data }: MessageEvent<SurveyReply>) => {
        subscriber.next('result' in data ? data.result : null);
        subscriber.complete();
      };
      worker.onerror = (event) => subscriber.error(new Error(event.message));
      worker.postMessage(request);
      return () => worker.terminate();
    });
  }
}
