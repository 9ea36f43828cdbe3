/** For tests: a project of Lightning Web Components from a few lines each. */
import { surveyOf } from './project';
import type { Survey } from '../survey';

/** A project of components, each given as its markup and the body of its class. */
export function webComponents(
  parts: Record<string, [markup: string, body: string, imports?: string]>,
  more: Record<string, string> = {},
): Survey {
  const sources: Record<string, string> = { 'sfdx-project.json': '{}', ...more };
  for (const [name, [markup, body, imports = '']] of Object.entries(parts)) {
    const folder = name.charAt(0).toLowerCase() + name.slice(1);
    const path = `force-app/main/default/lwc/${folder}/${folder}`;
    sources[`${path}.html`] = `<template>${markup}</template>`;
    sources[`${path}.js`] = `import { LightningElement, api, track, wire } from 'lwc'; ${imports}
export default class ${name} extends LightningElement { ${body} }`;
  }
  return surveyOf(sources);
}
