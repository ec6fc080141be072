import { inject } from '@angular/core';
import { type CanActivateFn, Router, type Routes } from '@angular/router';
import { SessionService } from './platform/session.service';

const signedIn: CanActivateFn = (_route, state) =>
  inject(SessionService).person !== null ||
  inject(Router).createUrlTree(['/sign-in'], { queryParams: { next: state.url } });

export const routes: Routes = [
  {
    path: 'sign-in',
    title: 'Sign in · Ash Step',
    loadComponent: () => import('./people/sign-in').then((m) => m.SignIn),
  },
  {
    path: '',
    canActivate: [signedIn],
    children: [
      {
        path: '',
        pathMatch: 'full',
        title: 'Board · Ash Step',
        loadComponent: () => import('./shed/board').then((m) => m.Board),
      },
      {
        path: 'small',
        title: 'Small job · Ash Step',
        loadComponent: () => import('./small/small-page').then((m) => m.SmallPage),
      },
      {
        path: 'charts',
        title: 'Charts · Ash Step',
        loadComponent: () => import('./charts/charts-page').then((m) => m.ChartsPage),
      },
      { path: 'new', title: 'New job · Ash Step', loadComponent: () => import('./shed/new-job').then((m) => m.NewJob) },
      {
        path: 'library',
        title: 'Library · Ash Step',
        loadComponent: () => import('./library/library').then((m) => m.Library),
      },
      {
        path: 'library/trials',
        title: 'Bond trials · Ash Step',
        loadComponent: () => import('./library/trials').then((m) => m.Trials),
      },
      {
        path: 'library/terms',
        title: 'Terms · Ash Step',
        loadComponent: () => import('./library/terms-page').then((m) => m.TermsPage),
      },
      {
        path: 'plan',
        title: 'Plan · Ash Step',
        loadComponent: () => import('./plan/plan-page').then((m) => m.PlanPage),
      },
      {
        path: 'plan/day',
        title: 'Day sheet · Ash Step',
        loadComponent: () => import('./plan/day-sheet').then((m) => m.DaySheet),
      },
      {
        path: 'shop',
        title: 'Shed · Ash Step',
        loadComponent: () => import('./shop/shop-page').then((m) => m.ShopPage),
      },
      {
        path: 'account',
        title: 'Your account · Ash Step',
        loadComponent: () => import('./people/account-page').then((m) => m.AccountPage),
      },
      {
        path: 'history',
        title: 'History · Ash Step',
        loadComponent: () => import('./record/history').then((m) => m.History),
      },
      { path: 'repair/:id', pathMatch: 'full', redirectTo: 'repair/:id/look' },
      {
        path: 'repair/:id/card',
        title: 'Card · Ash Step',
        loadComponent: () => import('./small/card-page').then((m) => m.CardPage),
      },
      {
        path: 'fault',
        title: 'What went wrong · Ash Step',
        loadComponent: () => import('./fault/fault-page').then((m) => m.FaultPage),
      },
      {
        path: 'repair/:id/fault',
        title: 'What went wrong · Ash Step',
        loadComponent: () => import('./fault/fault-page').then((m) => m.FaultPage),
      },
      {
        path: 'repair/:id/bench',
        title: 'Bench · Ash Step',
        loadComponent: () => import('./bench/bench-page').then((m) => m.BenchPage),
      },
      {
        path: 'repair/:id/:stage',
        title: 'Repair · Ash Step',
        loadComponent: () => import('./repair/repair-sheet').then((m) => m.RepairSheet),
      },
    ],
  },
  { path: '**', redirectTo: '' },
];
