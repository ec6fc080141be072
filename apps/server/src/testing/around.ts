import { TestServer } from './server.js';

/** Making a database, and the first sheet on paper, take longer than a spec's usual five seconds when the machine is busy. */
jasmine.DEFAULT_TIMEOUT_INTERVAL = 90_000;

afterAll(() => TestServer.clearAway());
