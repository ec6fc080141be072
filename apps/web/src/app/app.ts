import { ChangeDetectionStrategy, Component } from '@angular/core';
import { RouterOutlet } from '@angular/router';
import { Hatches } from './drawing/hatches';
import { Keys } from './parts/keys';

@Component({
  selector: 'ash-root',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [RouterOutlet, Hatches, Keys],
  template: `<a class="skip" href="#main">To the work</a><ash-hatches /><ash-keys /><router-outlet />`,
  styles: ':host { display: block; height: 100%; }',
})
export class App {}
