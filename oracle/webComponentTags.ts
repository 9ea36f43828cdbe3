/**
 * Certain tags of Lightning Web Components, by the bare parser: those whose namespace and name lead to one folder, by the custom of the
 * family: `c-bed-card` is `…/c/bedCard/bedCard.js`, or `…/lwc/bedCard/bedCard.js`.
 */
import { readFileSync } from 'node:fs';
import path from 'node:path';
import { parseFragment, type DefaultTreeAdapterMap } from 'parse5';
import type { CertainTag } from './certain';

export function webComponentTags(root: string, files: readonly string[]): CertainTag[] {
  const declared = new Map<string, string[]>();
  for (const file of files) {
    const [name, folder, namespace] = file
      .replace(/\.[jt]s$/, '')
      .split('/')
      .reverse();
    if (!/\.[jt]s$/.test(file) || name === undefined || name !== folder || namespace === undefined) continue;
    const tag = `${namespace === 'lwc' ? 'c' : namespace}-${name.replace(/[A-Z]/g, (letter) => `-${letter.toLowerCase()}`)}`;
    declared.set(tag, [...(declared.get(tag) ?? []), file]);
  }
  return files.flatMap((file) => {
    if (!file.endsWith('.html')) return [];
    const text = readFileSync(path.join(root, file), 'utf8');
    if (!/^\s*<template/.test(text.replace(/^\s*<!--[\s\S]*?-->/, ''))) return [];
    return tagsIn(parseFragment(text, { sourceCodeLocationInfo: true })).flatMap((element) => {
      const [target, ...others] = declared.get(element.tagName) ?? [];
      const at = element.sourceCodeLocation;
      if (target === undefined || others.length > 0 || !at) return [];
      return [{ file, line: at.startLine, column: at.startCol + 1, name: element.tagName, target }];
    });
  });
}

type Parent = DefaultTreeAdapterMap['parentNode'];

function tagsIn(node: Parent): DefaultTreeAdapterMap['element'][] {
  const children = 'content' in node ? node.content.childNodes : node.childNodes;
  return children.flatMap((child) => ('tagName' in child ? [child, ...tagsIn(child)] : []));
}
