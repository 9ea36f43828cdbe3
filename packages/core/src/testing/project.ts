/** For tests: a project from a few lines of source, and its answers in short. */
import { isAlone, pack, prepareReaders, readFile, unpack } from '../read';
import { projectKinds, type ProjectKind } from '../read/projectKinds';
import { BUNDLER_CONFIG } from '../link/resolve/bundlerAliases';
import { AUTO_IMPORTS } from '../link/resolve/autoImports';
import type { ConfigFile } from '../link';
import { Survey } from '../survey';
import type { Config } from '../rules/config';
import type { FileFacts } from '../model/facts';
import type { TrailDocument } from '../model/documents';

/** Tests read files of every family at once. */
beforeAll(() =>
  prepareReaders([
    { path: 'Any.vue' },
    { path: 'Any.svelte' },
    { path: 'Any.html' },
    { path: 'Any.html', text: '<template></template>' },
    { path: 'Any.html', text: '<b ng-if="open"></b>' },
  ]),
);

export function factsOf(path: string, text: string, project?: ProjectKind, alone = false): FileFacts {
  const known = { ...(project ? { project } : {}), ...(alone ? { alone: true as const } : {}) };
  return readFile({ path, text, hash: String(text.length), bytes: text.length, ...known });
}

/** Surveys sources given as path → text. `tsconfig.json` and its like are configuration. */
export function surveyOf(sources: Record<string, string>, config?: Config): Survey {
  const files: FileFacts[] = [];
  const configs: ConfigFile[] = [];
  const kindOf = projectKinds(Object.entries(sources).map(([path, text]) => ({ path, text })));
  for (const [path, text] of Object.entries(sources))
    if (path.endsWith('.json') || BUNDLER_CONFIG.test(path) || AUTO_IMPORTS.test(path)) configs.push({ path, text });
    // As they come out of the cache, in which they share no objects.
    else files.push(unpack(pack(factsOf(path, text, kindOf(path), isAlone(path, new Set(Object.keys(sources)))))));
  return new Survey({ name: 'test', files, configs, skipped: {} }, config);
}

/** A project of one file with React's functions at hand. */
export function one(text: string): Survey {
  return surveyOf({
    'src/App.jsx': `import { createContext, forwardRef, memo, use, useCallback, useContext, useEffect, useMemo, useReducer, useRef, useState } from 'react';\n${text}`,
  });
}

/** Each trail as one line: `App.units > Zone.units ~ > Gauge.scale`, where `~` marks who only carries it. */
export function trailsOf(survey: Survey, question: string): string[] {
  return lines(survey.trail(question));
}

export function lines(document: TrailDocument): string[] {
  return document.trails
    .map(({ direction, stops }) => {
      const way = stops.map((stop) => {
        const carrier =
          stop.carrier && stop.carrier !== 'prop' && stop.carrier !== 'callback' ? `${stop.carrier}:` : '';
        const effect = stop.effect && !['same', 'renamed'].includes(stop.effect) ? `(${stop.effect})` : '';
        const role = stop.role === 'relay' ? '~' : stop.role === 'provider' ? '^' : '';
        return `${carrier}${effect}${stop.component ?? `[${stop.cell ?? ''}]`}.${stop.name}${role}`;
      });
      return `${direction === 'up' ? 'up ' : ''}${way.join(' > ')}`;
    })
    .sort();
}

/** Findings as `rule Component.name`. */
export function findingsOf(survey: Survey): string[] {
  return survey.findings().map((f) => `${f.rule} ${f.component ?? ''}.${f.name ?? ''}`);
}

/** What one rule reports, as `Component.name`. */
export function foundBy(rule: string, survey: Survey): string[] {
  return survey.findings().flatMap((f) => (f.rule === rule ? [`${f.component ?? ''}.${f.name ?? ''}`] : []));
}

/** A parent that listens to a child, as single-file components. */
export function pair(listens: string, bed: string, props = ''): Survey {
  return surveyOf({
    'src/main.js': `import { createApp } from 'vue'; import App from './App.vue'; createApp(App).mount('#app');`,
    'src/App.vue': `<script setup>import Bed from './Bed.vue'; function dug(a, b) { console.log(a, b); }</script><template><main><Bed ${listens} /></main></template>`,
    'src/Bed.vue': `<script setup>${props} const emit = defineEmits(['dig', 'rake']);</script><template><b ${bed}>x</b></template>`,
  });
}

/** Each component with those it is rendered by, as `Tray < Zone many`. */
export function placed(survey: Survey): string[] {
  const { program, render } = survey.linked;
  const nameOf = (fn: number | null): string => (fn === null || fn === -1 ? '–' : (program.component(fn)?.name ?? '?'));
  const found = new Set<string>();
  program.siteTargets.forEach(({ components }, site) => {
    for (const component of components)
      for (const { under, repeat } of render.placements[site] ?? [])
        found.add(`${nameOf(component)} < ${nameOf(under)}${repeat === 'once' ? '' : ` ${repeat}`}`);
  });
  return [...found].sort();
}
