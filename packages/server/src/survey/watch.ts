/**
 * A thread that reads cannot be spoken to, and the parsers it uses may take for ever over a few lines: each of a row of open brackets, say,
 * may be a type. So it notes which file it is at where another thread can see it, and is ended where it stays there.
 */

/** How long one file may take. What people write takes some milliseconds. */
const MOST_MS = 10_000;
const EVERY_MS = 500;
const PATH_BYTES = 4096;
const HEAD_BYTES = 8;

export const TOOK_TOO_LONG = `It took more than ${MOST_MS / 1000} s to read and was left out.`;

/** What a thread notes: how many files it has begun and ended, so that it is odd while one is being read, and which. */
export class Beacon {
  private readonly head: Int32Array;
  private readonly path: Uint8Array;

  constructor(readonly shared = new SharedArrayBuffer(HEAD_BYTES + PATH_BYTES)) {
    this.head = new Int32Array(shared, 0, HEAD_BYTES / 4);
    this.path = new Uint8Array(shared, HEAD_BYTES);
  }

  /** Does what reads a file, noting which. */
  at<V>(path: string, read: () => V): V {
    // Encoded on its own first, as text is not written into memory that is shared.
    const bytes = new TextEncoder().encode(path).subarray(0, PATH_BYTES);
    this.path.set(bytes);
    this.head[1] = bytes.length;
    Atomics.add(this.head, 0, 1);
    try {
      return read();
    } finally {
      Atomics.add(this.head, 0, 1);
    }
  }

  get count(): number {
    return Atomics.load(this.head, 0);
  }

  get file(): string {
    return new TextDecoder().decode(this.path.slice(0, this.head[1]));
  }
}

/** Looks at a beacon from outside; calls `stuck` once, with the file that takes too long. Returns what ends looking. */
export function watch(beacon: Beacon, stuck: (file: string) => void, most = MOST_MS, every = EVERY_MS): () => void {
  let seen = -1;
  let since = 0;
  const timer = setInterval(() => {
    const { count } = beacon;
    if (count !== seen) {
      seen = count;
      since = Date.now();
    } else if (count % 2 === 1 && Date.now() - since >= most) {
      clearInterval(timer);
      stuck(beacon.file);
    }
  }, every);
  timer.unref();
  return () => clearInterval(timer);
}
