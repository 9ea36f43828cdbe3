/** For tests: an application of controllers and scopes, from its page and one script. */
import type { Survey } from '../survey';
import { surveyOf } from './project';

const MANIFEST = { 'package.json': JSON.stringify({ dependencies: { angular: '1.8.3' } }) };

/** An application whose page holds `body`; `registers` follows `angular.module('beds', [])`. */
export function application(body: string, registers: string, more: Record<string, string> = {}): Survey {
  return surveyOf({
    ...MANIFEST,
    'index.html': `<!doctype html><html ng-app="beds"><body>${body}</body></html>`,
    'app/app.js': `angular.module('beds', [])${registers};`,
    ...more,
  });
}

/** The sites of a project as `name of by repeat`. */
export function sitesIn(survey: Survey): string[] {
  const short = (id: string | null): string => id?.split('#')[1] ?? '-';
  return survey
    .document()
    .sites.map(({ name, of, by, repeat }) => `${name} ${short(of)} by ${short(by)} ${repeat}`)
    .sort();
}
