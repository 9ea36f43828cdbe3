/** An event that components only pass up, sent by a service instead: its home provides that and listens, whoever sends injects it. */
import type { Linked } from '../../link';
import { pascal } from '../../model/spelling';
import { list } from '../../rules/rule';
import { AngularComponent } from '../angular/component';
import { asCode, forwardsOf, outputOf, runWhenMade, sendsOf, type Output, type Send } from '../angular/outputs';
import type { Heard } from '../angular/template';
import { needVersion } from '../angular/version';
import { Impossible, type Steps } from '../plan';
import { specifierFrom } from '../syntax/specifier';
import type { Workshop } from '../workshop';
import { lowerFirst, pathBeside } from './names';
import { FIRST_WITH_INJECT, importsFor, kebab } from './service';

interface EventMove {
  linked: Linked;
  workshop: Workshop;
  steps: Steps;
  /** The component that does something when the event comes. */
  home: number;
  /** Components that the event comes through. */
  through: readonly number[];
}

/** Who takes part in an event's way up to its home. */
interface EventWay {
  name: string;
  listens: Heard;
  senders: Map<AngularComponent, Output>;
  relays: Map<AngularComponent, string>;
  heard: { by: AngularComponent; at: Heard }[];
}

/** Gives the path of the service. */
export function toEventService(move: EventMove): string {
  const { workshop, steps } = move;
  const owner = angular(workshop, move.home);
  needVersion(workshop.texts, FIRST_WITH_INJECT, 'has no inject() for members of a class');
  const way = wayUp(move, owner);
  const sends = new Map([...way.senders].map(([sender, { name }]) => [sender, sendsOf(sender, name) ?? []]));
  const type = typeOf(way, [...sends.values()].flat());
  const run = asCode(owner, way.listens, 'event');
  if (run === null) throw new Impossible(`${owner.name} handles ${way.name} with what only its markup knows.`);

  const isNamedSo = move.linked.program.graph.files.some(({ path }) => path.endsWith('.service.ts'));
  const service = `${pascal(way.name)}Events${isNamedSo ? 'Service' : ''}`;
  const file = kebab(`${pascal(way.name)}Events`);
  const path = pathBeside(owner.path, isNamedSo ? `${file}.service` : file, (one) => workshop.texts.exists(one));
  const { quote, semicolon } = owner.syntax;
  const needed = [...way.senders].flatMap(([sender, { name, needs }]) =>
    importsFor(sender, { name, needs, text: '' }, path),
  );
  const text = [
    `import { Injectable } from ${quote}@angular/core${quote}${semicolon}`,
    `import { Subject } from ${quote}rxjs${quote}${semicolon}`,
    ...new Set(needed),
    '',
    '@Injectable()',
    `export class ${service} {`,
    `  readonly ${way.name} = new Subject<${type}>()${semicolon}`,
    '}',
    '',
  ];
  workshop.texts.add(path, text.join('\n'));
  steps.edit(`Send ${way.name} by a service of its own, ${service} in ${path}.`, path);

  const nameIn = (component: AngularComponent): string => {
    const hasEndings = /from ['"]\.[^'"]*\.[cm]?[jt]sx?['"]/.test(workshop.texts.original(component.path));
    return workshop.importsOf(component.path).named(specifierFrom(component.path, path, hasEndings), service);
  };
  const injectIn = (component: AngularComponent): string =>
    `${workshop.importsOf(component.path).named('@angular/core', 'inject')}(${nameIn(component)})`;
  owner.provideService(nameIn(owner));
  const taken = run.includes('event') ? '(event)' : '()';
  runWhenMade(owner, `${injectIn(owner)}.${way.name}.subscribe(${taken} => ${run})`);
  steps.edit(`Let ${owner.name} provide it, and listen to it instead of at the tag.`, owner.path);

  for (const [sender, { name, member }] of way.senders) {
    const memberName = sender.freeMember(lowerFirst(service));
    sender.becomes(member, [`protected readonly ${memberName} = ${injectIn(sender)}`], workshop.importsOf(sender.path));
    for (const { path: where, at, inClass } of sends.get(sender) ?? [])
      sender.replace(where, at, `${inClass ? 'this.' : ''}${memberName}.${way.name}.next`);
    steps.edit(`Let ${sender.name} send ${name} by it.`, sender.path);
  }
  for (const { by, at } of way.heard) by.dropAttribute(at.at);
  for (const [relay, name] of way.relays) relay.dropProp(name);
  steps.edit(
    `Take it out of ${list([...way.relays.keys()].map(({ name }) => name))}, which only passed it on.`,
    ...[...way.relays.keys()].map((relay) => relay.path),
  );
  return path;
}

/** The way of the one event that comes through components to their home. */
function wayUp({ linked, workshop, through }: EventMove, owner: AngularComponent): EventWay {
  const at = owner.template.heard.filter(({ tag }) => {
    const site = workshop.siteAt(owner.markupPath, tag);
    return site !== null && workshop.childrenOf(site).some((child) => through.includes(child));
  });
  const forwarded = at.filter(({ event, tag }) => {
    const child = childAt(workshop, owner, tag);
    return child !== null && outputOf(child.component, event) !== null && forwardsOf(child.component, event) !== null;
  });
  const [listens, ...others] = forwarded;
  if (!listens) throw new Impossible(`${owner.name} hears of it in a way that is not edited.`);
  const runs = (one: Heard): string => owner.part.text.slice(one.runs.start, one.runs.end);
  if (others.some((one) => one.event !== listens.event || runs(one) !== runs(listens)))
    throw new Impossible(`${owner.name} does not do the same wherever it hears of it.`);
  const way: EventWay = { name: listens.event, listens, senders: new Map(), relays: new Map(), heard: [] };
  const sites = new Set<number>();
  const met = new Map<number, string>();
  const queue = forwarded.map((one) => ({ by: owner, at: one }));
  for (let next = queue.pop(); next; next = queue.pop()) {
    const { by, at: heard } = next;
    const child = childAt(workshop, by, heard.tag);
    const output = child && outputOf(child.component, heard.event);
    if (!child || !output)
      throw new Impossible(`What sends ${heard.event} to ${by.name} is written in a way that is not edited.`);
    way.heard.push(next);
    sites.add(child.site);
    if (met.has(child.fn)) continue;
    met.set(child.fn, heard.event);
    const passing = forwardsOf(child.component, heard.event);
    if (passing) {
      way.relays.set(child.component, heard.event);
      queue.push(...passing.map((one) => ({ by: child.component, at: one })));
    } else if (sendsOf(child.component, heard.event) === null)
      throw new Impossible(`${child.component.name} does more with ${heard.event} than to send it.`);
    else way.senders.set(child.component, output);
  }
  for (const [fn, event] of met)
    if (linked.program.sitesOf(fn).some((site) => !sites.has(site)))
      throw new Impossible(`${workshop.info(fn).name} is also rendered where ${event} goes elsewhere.`);
  return way;
}

/** The type of what is sent, which all who send agree on. */
function typeOf({ name, senders, relays, heard, listens }: EventWay, sends: readonly Send[]): string {
  const types = new Set(
    [...senders.values()].map(({ type }) => type ?? (sends.every(({ empty }) => empty) ? 'void' : 'any')),
  );
  const [type, ...others] = types;
  if (type === undefined || others.length > 0)
    throw new Impossible(`Who sends ${name} does not send the same kind of value everywhere.`);
  if (type !== 'void' && sends.some(({ empty }) => empty))
    throw new Impossible(`${listens.event} is sent without a value in one place, and with one in another.`);
  // Who passes it on without what came would have the home get what it does not get today.
  const drops = heard.find(
    ({ by, at }) => relays.has(by) && by.part.text.slice(at.runs.start, at.runs.end).includes('.emit()'),
  );
  if (type !== 'void' && drops) throw new Impossible(`${drops.by.name} passes ${name} on without its value.`);
  return type;
}

function childAt(
  workshop: Workshop,
  by: AngularComponent,
  tag: number,
): { fn: number; site: number; component: AngularComponent } | null {
  const site = workshop.siteAt(by.markupPath, tag);
  const [fn, ...others] = site === null ? [] : workshop.childrenOf(site);
  const component = fn === undefined || others.length > 0 ? null : workshop.editor(fn);
  return site !== null && fn !== undefined && component instanceof AngularComponent ? { fn, site, component } : null;
}

function angular(workshop: Workshop, fn: number): AngularComponent {
  const editor = workshop.editor(fn);
  if (!(editor instanceof AngularComponent))
    throw new Impossible(`${workshop.info(fn).name} is written in a way that is not edited.`);
  return editor;
}
