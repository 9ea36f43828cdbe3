/** Nothing is timed in tests, and a machine may be busy: only what hangs for a minute fails. */
jest.setTimeout(60_000);
