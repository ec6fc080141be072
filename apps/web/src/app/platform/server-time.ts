import { type HttpInterceptorFn, HttpResponse } from '@angular/common/http';
import { inject } from '@angular/core';
import { tap } from 'rxjs';
import { Clock } from './clock';

/** Every answer tells the server's time in `Server-Time`, ms since 1970: the shed's clock is set by it. */
export const serverTime: HttpInterceptorFn = (request, next) => {
  const clock = inject(Clock);
  const askedMs = clock.device();
  return next(request).pipe(
    tap((event) => {
      if (!(event instanceof HttpResponse)) return;
      const told = event.headers.get('Server-Time');
      if (told !== null) clock.heard(Number(told), askedMs, clock.device());
    }),
  );
};
