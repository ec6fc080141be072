import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { RouterOutlet } from '@angular/router';
import { Hatches } from './drawing/hatches';
import { Finder } from './find/finder';
import { Keys } from './parts/keys';
import { NewerNote } from './parts/newer-note';
import { SignInAgain } from './people/sign-in-again';
import { Asked } from './platform/asked';

@Component({
  selector: 'ash-root',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [RouterOutlet, Hatches, Keys, NewerNote, SignInAgain, Finder],
  template: `<a class="skip" href="#main">To the work</a
    ><ash-hatches /><ash-keys /><ash-sign-in-again /><ash-newer-note /><router-outlet />
    @defer (when asked.find()) {
      @if (asked.find()) {
        <ash-finder (closed)="asked.find.set(false)" />
      }
    }`,
  styles: ':host { display: block; height: 100%; }',
})
export class App {
  readonly asked = inject(Asked);
}
