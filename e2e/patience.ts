/** Browser tests wait for real pages: a test that hangs fails after a minute. */
jest.setTimeout(60_000);
