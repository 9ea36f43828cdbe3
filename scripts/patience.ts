/** Nothing is timed in tests, and a machine may be busy: only what hangs for two minutes fails. */
jest.setTimeout(120_000);
