/** What an Angular component sends up: how it is declared, sent, and passed on as it came. */
import type * as t from '@babel/types';
import { namesIn } from '../syntax/names';
import { spanOf, type Span } from '../syntax/tree';
import type { AngularComponent } from './component';
import type { Heard } from './template';

export interface Output {
  name: string;
  member: t.ClassProperty;
  /** The type of what it brings, as the source says it; null where it says none. */
  type: string | null;
  /** Names that the type needs. */
  needs: string[];
}

/** `readonly sown = output<string>()`, `@Output() sown = new EventEmitter<string>()`; null for any other, or one that goes by another name. */
export function outputOf(component: AngularComponent, name: string): Output | null {
  const { syntax } = component;
  const member = component.member(name);
  const made = member?.value;
  if (!member || (made?.type !== 'CallExpression' && made?.type !== 'NewExpression') || made.arguments.length > 0)
    return null;
  const said = (member.decorators ?? []).map((one) => syntax.source(one).replace(/\s/g, '')).join(' ');
  const callee = syntax.source(made.callee);
  if (!(callee === 'output' && said === '') && !(callee === 'EventEmitter' && said === '@Output()')) return null;
  const [typed] = made.typeParameters && 'params' in made.typeParameters ? made.typeParameters.params : [];
  const plain = callee === 'output' ? 'void' : null;
  return { name, member, type: typed ? syntax.source(typed) : plain, needs: typed ? [...namesIn(typed)] : [] };
}

/** A place where a component sends: what is called, up to the name of the method. */
export interface Send {
  path: string;
  /** `sown.emit`, `this.sown.emit`. */
  at: Span;
  inClass: boolean;
  /** It brings nothing. */
  empty: boolean;
}

/** Where a component sends an event; null where it does something else with it. */
export function sendsOf(component: AngularComponent, name: string): Send[] | null {
  const { path, markupPath, syntax, part } = component;
  const named = [
    ...component.ownMentions(name).map((span) => ({ span, path, text: syntax.text, inClass: true })),
    ...(component.template.mentions.get(name) ?? []).map((span) => ({
      span,
      path: markupPath,
      text: part.text,
      inClass: false,
    })),
  ];
  const found = named.map(({ span, text, path: where, inClass }): Send | null => {
    const [sent] = /^\.emit(?=\()/.exec(text.slice(span.end)) ?? [];
    if (sent === undefined) return null;
    const end = span.end + sent.length;
    return { path: where, inClass, at: { start: span.start, end }, empty: /^\(\s*\)/.test(text.slice(end)) };
  });
  return found.includes(null) ? null : found.flatMap((one) => one ?? []);
}

/** Where a component passes an event on as it came, if that is all that it does with it. */
export function forwardsOf(component: AngularComponent, name: string): Heard[] | null {
  const { template, part } = component;
  const sends = sendsOf(component, name);
  const passing = template.heard.filter(({ runs }) => {
    const run = part.text.slice(runs.start, runs.end).trim();
    return run === `${name}.emit($event)` || run === `${name}.emit()`;
  });
  const isPassing = ({ at, inClass }: Send): boolean =>
    !inClass && passing.some(({ runs }) => runs.start <= at.start && at.end <= runs.end);
  return sends && passing.length > 0 && sends.every(isPassing) ? passing : null;
}

/** What a tag runs, as a method of the class would say it, with `$event` under a name; null where names of the template are in it. */
export function asCode(component: AngularComponent, { runs }: Heard, event: string): string | null {
  const { template, part } = component;
  const text = part.text.slice(runs.start, runs.end);
  if (text.includes(';') || [...template.declared].some((name) => new RegExp(`\\b${name}\\b`).test(text))) return null;
  const mentions = [...template.mentions]
    .flatMap(([name, spans]) => (name === '$event' ? [] : spans))
    .filter(({ start, end }) => runs.start <= start && end <= runs.end && !/\bthis\.$/.test(part.text.slice(0, start)))
    .sort((a, b) => b.start - a.start);
  const own = mentions.reduce((code, { start }) => {
    const at = start - runs.start;
    return `${code.slice(0, at)}this.${code.slice(at)}`;
  }, text);
  return own.replaceAll('$event', event).trim();
}

/** Runs a statement as each instance is made. */
export function runWhenMade(component: AngularComponent, statement: string): void {
  const { syntax, declared, path } = component;
  const { unit, semicolon } = syntax;
  const made = declared.body.body.find((one) => one.type === 'ClassMethod' && one.kind === 'constructor');
  if (made?.type === 'ClassMethod') {
    const { start, end } = spanOf(made.body);
    const last = made.body.body.at(-1);
    const indent = syntax.indentAt(spanOf(made).start);
    const line = `\n${indent}${unit}${statement}${semicolon}`;
    if (last) component.replace(path, { start: spanOf(last).end, end: spanOf(last).end }, line);
    else component.replace(path, { start: end - 1, end: end - 1 }, `${line}\n${syntax.indentAt(start)}`);
    return;
  }
  const last = declared.body.body.findLast((one) => one.type === 'ClassProperty');
  const first = declared.body.body[0];
  const lines = ['constructor() {', `${unit}${statement}${semicolon}`, '}'];
  const after = last ?? first;
  if (!after) return;
  const indent = syntax.indentAt(spanOf(after).start);
  const text = lines.map((line) => `${indent}${line}`).join('\n');
  const at = last ? spanOf(last).end : spanOf(after).start;
  component.replace(path, { start: at, end: at }, last ? `\n\n${text}` : `${text.trimStart()}\n\n${indent}`);
}
