import { RunningApp } from './app.js';

afterAll(() => RunningApp.clearAway(), 30_000);
