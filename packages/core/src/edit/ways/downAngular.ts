/** A signal that a component only binds both ways to one child: kept by that child. */
import type * as t from '@babel/types';
import { AngularComponent } from '../angular/component';
import { Impossible } from '../plan';
import { spanOf } from '../syntax/tree';
import { importOf, rebased } from './moving';
import type { Move } from './situation';

export function toBelowInAngular({ workshop, linked, home, to, flow, steps }: Move): void {
  const owner = workshop.editor(home);
  const target = to === null ? null : workshop.editor(to);
  const state = owner instanceof AngularComponent ? owner.stateNamed(flow.cell.name) : null;
  if (!(owner instanceof AngularComponent) || !(target instanceof AngularComponent) || to === null || !state?.isSignal)
    throw new Impossible('The state is declared in a way that is not moved.');
  const [bound, ...others] = owner.template.boundBoth.filter(({ expression }) => expression === state.name);
  const site = bound ? workshop.siteAt(owner.markupPath, bound.tag) : null;
  const sites = linked.program.sitesOf(to);
  if (!bound || others.length > 0 || site === null || !workshop.childrenOf(site).includes(to))
    throw new Impossible(`${owner.name} does not bind it both ways to ${target.name}.`);
  if (sites.some((one) => one !== site))
    throw new Impossible(`${target.name} is also rendered elsewhere, with a value of its own.`);
  const isBound = ({ start }: { start: number }): boolean => bound.at.start <= start && start < bound.at.end;
  const said = (owner.template.mentions.get(state.name) ?? []).filter((one) => !isBound(one));
  if (said.length > 0 || owner.ownMentions(state.name).length > 0)
    throw new Impossible(`${owner.name} uses ${state.name} itself.`);
  const member = target.member(bound.prop);
  const model = member?.value?.type === 'CallExpression' ? member.value : null;
  if (!member || !model || !isModel(target, model)) throw new Impossible(`${target.name} does not take it as a model.`);

  const imports = workshop.importsOf(target.path);
  for (const name of state.needs) {
    const source = importOf(owner, name);
    if (!source)
      throw new Impossible(`${state.name} starts from ${name}, which is not known in the file of ${target.name}.`);
    const from = source.from.startsWith('.') ? rebased(source.from, owner.path, target.path) : source.from;
    if (imports.named(from, source.imported) !== name)
      throw new Impossible(`The file of ${target.name} uses the name ${name} for something else.`);
  }
  const made = state.member.value?.type === 'CallExpression' ? state.member.value : null;
  const start = made?.arguments[0] ? owner.syntax.source(made.arguments[0]) : '';
  const type = made?.typeParameters
    ? owner.syntax.source(made.typeParameters)
    : model.typeParameters
      ? target.syntax.source(model.typeParameters)
      : '';
  target.giveInstead(member, `${imports.named('@angular/core', 'signal')}${type}(${start})`, imports);
  owner.dropAttribute(bound.at);
  owner.dropProp(state.name);
  steps.edit(`Declare ${bound.prop} in ${target.name}, and no longer in ${owner.name}.`, target.path, owner.path);
}

/** `model(1)`, `model.required<number>()`, under no other name. */
function isModel({ syntax }: AngularComponent, { callee, arguments: args }: t.CallExpression): boolean {
  const called = syntax.source(spanOf(callee));
  return (called === 'model' && args.length < 2) || (called === 'model.required' && args.length === 0);
}
