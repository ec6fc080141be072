/** Making a database takes longer than a spec's usual five seconds when the disk is busy. */
jasmine.DEFAULT_TIMEOUT_INTERVAL = 30_000;
