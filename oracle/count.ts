/** How many of the certain tags a survey resolved to the right file. */
import type { FlowDocument } from '@vectura/core';
import type { CertainTag } from './certain';

export interface Count {
  certain: number;
  right: number;
  wrong: string[];
  unresolved: number;
  /** Unresolved sites that do not say why. */
  silent: string[];
}

export function count(document: FlowDocument, tags: readonly CertainTag[]): Count {
  const fileOf = new Map(document.components.map((one) => [one.id, one.file]));
  const targets = new Map<string, string[]>();
  for (const site of document.sites) {
    const key = `${site.file}:${site.line}:${site.column}`;
    const file = site.of === null ? '' : (fileOf.get(site.of) ?? '');
    targets.set(key, [...(targets.get(key) ?? []), file]);
  }
  const wrong = tags.filter((tag) => !targets.get(`${tag.file}:${tag.line}:${tag.column}`)?.includes(tag.target));
  const unresolved = document.sites.filter((site) => site.of === null);
  return {
    certain: tags.length,
    right: tags.length - wrong.length,
    wrong: wrong.map((tag) => `${tag.file}:${tag.line} <${tag.name}> is in ${tag.target}`),
    unresolved: unresolved.length,
    silent: unresolved.filter((site) => !site.reason).map((site) => `${site.file}:${site.line} <${site.name}>`),
  };
}
