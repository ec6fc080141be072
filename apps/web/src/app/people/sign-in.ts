import { ChangeDetectionStrategy, Component, inject, input, resource } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { Router } from '@angular/router';
import type { Observable } from 'rxjs';
import { CommandShelf } from '../outbox/command-shelf';
import { SessionService } from '../platform/session.service';
import { Entering } from './entering';

@Component({
  selector: 'ash-sign-in',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <main id="main">
      <svg class="steps" viewBox="0 0 480 120" aria-hidden="true">
        <path
          d="M0 12h48v16h48v16h48v16h48v16h48h48v-16h48v-16h48v-16h48V12h48"
          fill="none"
          stroke="var(--ink)"
          stroke-width="4"
        />
        <path d="M192 96h96" stroke="var(--ember)" stroke-width="8" />
      </svg>
      <h1>Ash Step</h1>
      <p class="quiet">{{ session()?.shop?.name ?? 'Laminate repairs, measured, planned, laid, signed.' }}</p>
      @for (one of kept(); track one.name) {
        <p class="remark" role="status">
          Kept here for {{ one.name }}: {{ one.count === 1 ? '1 entry' : one.count + ' entries' }} not yet sent. They go
          out when {{ one.name }} signs in again on this device.
        </p>
      }
      @if (session()?.demoAccounts?.length) {
        <section aria-label="Demo accounts">
          <h2>Try the demo shed</h2>
          @for (account of session()!.demoAccounts; track account.id) {
            <button type="button" class="act" (click)="demo(account.id)">
              <span>{{ account.name }}</span><span class="quiet">{{ account.role }}</span>
            </button>
          }
        </section>
      }
      <form (submit)="signIn($event, login.value, password.value)">
        <h2>Sign in</h2>
        <div class="field">
          <label for="login">Name you sign in with</label
          ><input #login id="login" name="login" autocomplete="username" required />
        </div>
        <div class="field" [class.wrong]="error()">
          <label for="password">Password</label
          ><input #password id="password" name="password" type="password" autocomplete="current-password" required />
          @if (error()) {
            <span class="error" role="alert">{{ error() }}</span>
          }
        </div>
        <button class="do" type="submit" [disabled]="busy()">Sign in</button>
      </form>
    </main>
  `,
  styles: `
    :host {
      display: block;
      min-height: 100%;
      background: var(--page);
    }
    main {
      max-width: 560px;
      margin: 0 auto;
      padding: 32px 20px;
      background: var(--sheet);
      min-height: 100vh;
      border-inline: 2px solid var(--ink);
      display: flex;
      flex-direction: column;
      gap: 16px;
    }
    h1 {
      font-size: 36px;
    }
    .steps {
      width: 100%;
      max-width: 480px;
    }
    section,
    form {
      display: flex;
      flex-direction: column;
      gap: 12px;
      border-top: 1.5px solid var(--ink);
      padding-top: 16px;
    }
    section .act {
      justify-content: space-between;
    }
  `,
})
export class SignIn extends Entering {
  readonly next = input('/', { transform: (path: string | undefined) => path ?? '/' });
  private readonly sessions = inject(SessionService);
  private readonly router = inject(Router);
  private readonly shelf = inject(CommandShelf);
  readonly session = toSignal(this.sessions.session$);
  /** What others left here on its way. */
  readonly kept = resource({ loader: () => this.shelf.keptForOthers(null) }).value;

  signIn(event: Event, login: string, password: string): void {
    event.preventDefault();
    this.enter(this.sessions.signIn(login, password));
  }

  demo(personId: string): void {
    this.enter(this.sessions.signInToDemo(personId));
  }

  private enter(request: Observable<unknown>): void {
    this.entering(
      request,
      () =>
        void this.router.navigateByUrl(
          this.next().startsWith('/') && !this.next().startsWith('//') ? this.next() : '/',
        ),
    );
  }
}
