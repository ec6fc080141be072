import { RunningApp } from './app.js';

console.log((await RunningApp.makeModel()).database);
