/** Kept text with a sum over it, so that what a disk or a crash has changed is not taken for what was written. */
import { crc32 } from 'node:zlib';

export function seal(text: string): string {
  return `${crc32(text).toString(36)}:${text}`;
}

/** The text that was sealed; null where it is no longer what it was. */
export function unseal(sealed: string): string | null {
  const end = sealed.indexOf(':');
  const text = sealed.slice(end + 1);
  return sealed.slice(0, Math.max(end, 0)) === crc32(text).toString(36) ? text : null;
}
