import { ChangeDetectionStrategy, Component } from '@angular/core';
import { RouterOutlet } from '@angular/router';
import { Hatches } from './drawing/hatches';
import { Keys } from './parts/keys';
import { SignInAgain } from './people/sign-in-again';

@Component({
  selector: 'ash-root',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [RouterOutlet, Hatches, Keys, SignInAgain],
  template: `<a class="skip" href="#main">To the work</a
    ><ash-hatches /><ash-keys /><ash-sign-in-again /><router-outlet />`,
  styles: ':host { display: block; height: 100%; }',
})
export class App {}
