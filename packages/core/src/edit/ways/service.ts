/** The value in a service that its component provides: one for each instance of it, as the state was. Whoever uses it injects the service. */
import type * as t from '@babel/types';
import { pascal } from '../../model/spelling';
import { AngularComponent, type MemberState } from '../angular/component';
import { getter } from '../angular/members';
import { needVersion } from '../angular/version';
import { carriedFrom } from '../carry';
import { Impossible } from '../plan';
import { topNamesOf } from '../syntax/imports';
import { importOf, readWanted, rebased, repeatedOwner, unite } from './moving';
import { lowerFirst, pathBeside, sharedName } from './names';
import { Reach, specifierIn, type Medium } from './reach';
import type { Move } from './situation';

/** Gives the path of the service. */
export function toService(move: Move): string {
  const { workshop, home, to, steps, flow, linked } = move;
  const owner = workshop.editor(home);
  if (!(owner instanceof AngularComponent))
    throw new Impossible(`${workshop.info(home).name} is written in a way that is not edited.`);
  const provider = to === null || to === home ? owner : workshop.editor(to);
  if (!(provider instanceof AngularComponent))
    throw new Impossible(`${workshop.info(to ?? home).name} is written in a way that is not edited.`);
  const many = provider === owner ? null : repeatedOwner(move);
  if (many !== null)
    throw new Impossible(
      `${workshop.info(many).name} is rendered many times, and each has a ${flow.cell.name} of its own.`,
    );
  needVersion(workshop.texts, FIRST_WITH_INJECT, 'has no inject() for members of a class');
  const state = owner.stateNamed(flow.cell.name);
  if (!state) throw new Impossible(`${owner.name} keeps it in a way that is not moved.`);
  const reasons = new Set<string>();
  const read = state.isSignal ? `${state.name}()` : state.name;
  const carried = unite(carriedFrom(workshop, home, flow, (reason) => reasons.add(reason))).filter(
    ({ expression, props }) => props.length > 0 && expression === read,
  );
  if (carried.length === 0 && provider === owner && move.wanted.length === 0)
    throw new Impossible([...reasons][0] ?? `${owner.name} passes it down in a way that is not edited.`);

  const name = sharedName(move);
  const isNamedSo = linked.program.graph.files.some(({ path }) => path.endsWith('.service.ts'));
  const service = `${pascal(name)}${isNamedSo ? 'Service' : ''}`;
  const path = pathBeside(provider.path, isNamedSo ? `${kebab(name)}.service` : kebab(name), (one) =>
    workshop.texts.exists(one),
  );
  const { quote, semicolon } = owner.syntax;
  const needed = importsFor(owner, state, path);
  const imports = workshop.importsOf(owner.path);
  const own = imports.named(specifierIn(move, owner.path, path), service);
  // What is shared is changed where it lives, by a function that the service hands out.
  const setter = `set${pascal(state.name)}`;
  const memberName = memberFor(owner, service);
  const changes = owner.changesOf(state, `${memberName}.${setter}`);
  const isSetOtherwise = !state.isSignal && owner.isSetOtherwise(state.name);
  const isSet = changes.length > 0 || !state.isSignal;
  const type = state.isSignal ? `ReturnType<typeof this.${state.name}>` : `typeof this.${state.name}`;
  const set = state.isSignal ? `this.${state.name}.set(next)` : `this.${state.name} = next`;
  const text = [
    `import { Injectable${state.isSignal ? ', signal' : ''} } from ${quote}@angular/core${quote}${semicolon}`,
    ...needed,
    '',
    '@Injectable()',
    `export class ${service} {`,
    `  ${state.isSignal ? 'readonly ' : ''}${state.text}${semicolon}`,
    ...(isSet ? ['', `  ${setter}(next: ${type}): void {`, `    ${set}${semicolon}`, '  }'] : []),
    '}',
    '',
  ];
  workshop.texts.add(path, text.join('\n'));
  steps.edit(`Keep ${state.name} in a service of its own, ${service} in ${path}.`, path);

  provider.provideService(workshop.importsOf(provider.path).named(specifierIn(move, provider.path, path), service));
  const medium = serviceMedium(move, path, service, state);
  const reach = new Reach(move, medium);
  if (provider === owner)
    steps.edit(`Let ${owner.name} provide ${service}, and take ${state.name} from it.`, owner.path);
  else {
    steps.edit(`Let ${provider.name} provide ${service}, above all who need it.`, provider.path);
    steps.edit(`Let ${owner.name} take ${state.name} from it instead of keeping it.`, owner.path);
  }
  reach.everybody(carried);
  const inject = imports.named('@angular/core', 'inject');
  const member = `protected readonly ${memberName} = ${inject}(${own})`;
  const isRead = owner.isReadBeside(
    state.name,
    changes.map(({ span }) => span),
  );
  // Who holds the component may ask: a test, whatever renders it.
  const isHidden = /^(?:private|protected)$/.test(state.member.accessibility ?? '');
  const isGone = isHidden && !isRead && isSet && !isSetOtherwise;
  if (isGone) owner.becomes(state.member, [member], imports);
  else if (!state.isSignal) {
    const set = `set ${state.name}(next) {\n  this.${memberName}.${setter}(next)\n}`;
    const members = [
      member,
      ...getter(state.name, `this.${memberName}.${state.name}`),
      ...(isSetOtherwise || !isHidden ? [set] : []),
    ];
    owner.becomes(state.member, members, imports);
  } else if (!isSet) owner.giveInstead(state.member, `${inject}(${own}).${state.name}`, imports);
  else {
    owner.addMember(member);
    owner.giveInstead(state.member, `this.${memberName}.${state.name}`, imports);
  }
  for (const change of changes) owner.change(change);
  for (const wanted of move.wanted)
    readWanted(move, wanted, state.name, (editor) => medium.read(editor, read, null), medium.gives);
  return path;
}

/** The version of the framework from which a member can ask for a service. */
export const FIRST_WITH_INJECT = 14;

/** The imports that a state needs where it starts in another file. Throws where it starts from what only its own file or class knows. */
export function importsFor(
  owner: AngularComponent,
  { name, needs, text }: Pick<MemberState, 'name' | 'needs' | 'text'>,
  path: string,
): string[] {
  const { syntax } = owner;
  if (/\bthis\b/.test(text)) throw new Impossible(`${name} starts from what only ${owner.name} knows.`);
  const { quote, semicolon } = syntax;
  return [...new Set(needs)].flatMap((needed) => {
    const source = importOf(owner, needed);
    if (!source && declaresName(syntax.ast, needed))
      throw new Impossible(`${name} starts from ${needed}, which only the file of ${owner.name} knows.`);
    if (!source) return [];
    const from = source.from.startsWith('.') ? rebased(source.from, syntax.path, path) : source.from;
    const names = source.imported === needed ? needed : `${source.imported} as ${needed}`;
    const type = source.isType ? 'type ' : '';
    return [`import ${type}{ ${names} } from ${quote}${from}${quote}${semicolon}`];
  });
}

/** Whether a file declares a name at its top, for a value or for a type, or imports it. */
function declaresName(ast: t.File, name: string): boolean {
  return (
    topNamesOf(ast).has(name) ||
    ast.program.body.some((node) => {
      const own = node.type === 'ExportNamedDeclaration' ? node.declaration : node;
      return (
        !!own &&
        /^TS(?:Interface|TypeAlias|Enum)Declaration$/.test(own.type) &&
        'id' in own &&
        (own.id as t.Identifier | null)?.name === name
      );
    })
  );
}

/** What a component calls the service: not what it calls the value. */
function memberFor(owner: AngularComponent, service: string): string {
  const name = lowerFirst(service);
  return owner.hasMember(name) ? `${name}Service` : name;
}

export function kebab(name: string): string {
  return name.replace(/[a-z][A-Z]/g, (pair) => `${pair.charAt(0)}-${pair.charAt(1)}`).toLowerCase();
}

function serviceMedium(move: Move, path: string, service: string, { name, isSignal }: MemberState): Medium {
  const { workshop } = move;
  return {
    from: 'the service',
    gives: isSignal ? 'live' : 'asked',
    read: (component, expression) => {
      if (expression.replace('()', '') !== name) return null;
      const imports = workshop.importsOf(component.path);
      return `${component.contextRead(imports.named(specifierIn(move, component.path, path), service), imports)}.${name}`;
    },
    keyAt: () => null,
  };
}
