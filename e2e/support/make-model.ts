import { RECORD_KEY, RunningApp } from './app.js';

console.log(JSON.stringify({ database: (await RunningApp.makeModel()).database, recordKey: RECORD_KEY }));
