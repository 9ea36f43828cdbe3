/** A reference in a module of its own, for components with a set-up script: in a store of Pinia where the project has them. */
import { pascal } from '../../model/spelling';
import { carriedFrom } from '../carry';
import { Impossible } from '../plan';
import type { VueComponent } from '../vue/component';
import { isRepeatedAnywhere, unite } from './moving';
import { pathBeside, sharedName } from './names';
import { Reach, specifierIn, type Medium } from './reach';
import type { Move } from './situation';

export function toVueStore(move: Move, owner: VueComponent): void {
  const { workshop, home, steps, linked, flow } = move;
  const state = owner.referenceAt(flow.cell.spot);
  if (!state) throw new Impossible('The state is declared in a way that is not moved.');
  if (isRepeatedAnywhere(move))
    throw new Impossible(`${owner.name} may be there more than once, and each has a ${state.name} of its own.`);
  if (move.wanted.length > 0)
    throw new Impossible('Vectura does not bring a value to further readers in this family yet.');
  const [needed] = state.needs;
  if (needed !== undefined)
    throw new Impossible(`${state.name} starts from ${needed}, which only ${owner.name} knows.`);
  const name = sharedName(move);
  const path = pathBeside(owner.path, name, (one) => workshop.texts.exists(one));
  const isPinia = linked.program.graph.files.some(({ imports }) => imports.some(({ source }) => source === 'pinia'));
  const made = isPinia ? pinia(name) : plain(name);
  const medium: Medium = {
    from: isPinia ? 'the store' : 'that module',
    gives: 'live',
    read: (component, expression, local) => {
      if (expression !== state.name) return null;
      const imports = workshop.importsOf(component.path);
      const own = imports.named(specifierIn(move, component.path, path), made.exports, local);
      return isPinia ? `${imports.named('pinia', 'storeToRefs')}(${own}()).${name}` : own;
    },
    keyAt: () => null,
  };
  const reach = new Reach(move, medium);
  const carried = unite(carriedFrom(workshop, home, flow)).filter(
    ({ expression, props }) => props.length > 0 && expression === state.name,
  );
  const { quote, semicolon } = owner.syntax;
  // Shared state is changed where it lives, by a function it hands out, wherever a call can stand.
  const setter = `set${pascal(name)}`;
  const writes = owner.hasName(setter) ? null : owner.writesOf(state.name);
  const isSet = writes !== null && writes.length > 0;
  const text = made.text({ maker: state.maker, call: state.call, setter: isSet ? setter : null });

  steps.edit(`Keep ${state.name} in ${path}: ${made.says}.`, path);
  workshop.texts.add(path, `${text.map((line) => line.replaceAll("'", quote).replace(/;$/, semicolon)).join('\n')}\n`);
  reach.everybody(carried);
  owner.takeOut(state.statement, workshop.importsOf(owner.path));
  const isRead = owner.isReadBeside(state.name, state.statement, isSet ? writes : []);
  const read = isRead ? medium.read(owner, state.name, state.name) : null;
  if (read !== null) owner.readFrom(state.name, read);
  steps.edit(`Let ${owner.name} take it from there instead of keeping it.`, owner.path);
  if (!isSet) return;
  const imports = workshop.importsOf(owner.path);
  const specifier = specifierIn(move, owner.path, path);
  if (isPinia) owner.begin(`const { ${setter} } = ${imports.named(specifier, made.exports)}()`);
  else imports.named(specifier, setter);
  for (const one of writes) owner.callInstead(one, setter);
  steps.edit(`Let ${owner.name} change it by ${setter}.`, owner.path);
}

interface Made {
  exports: string;
  says: string;
  text(state: { maker: string; call: string; setter: string | null }): string[];
}

const plain = (name: string): Made => ({
  exports: name,
  says: 'a reference that is there for all',
  text: ({ maker, call, setter }) => [
    `import { ${maker} } from 'vue';`,
    '',
    `export const ${name} = ${call};`,
    ...(setter === null ? [] : ['', `export function ${setter}(next) {`, `  ${name}.value = next;`, '}']),
  ],
});

const pinia = (name: string): Made => ({
  exports: `use${pascal(name)}`,
  says: 'a store like the others of the project',
  text: ({ maker, call, setter }) => [
    `import { ${maker} } from 'vue';`,
    `import { defineStore } from 'pinia';`,
    '',
    `export const use${pascal(name)} = defineStore('${name}', () => {`,
    `  const ${name} = ${call};`,
    ...(setter === null ? [] : [`  function ${setter}(next) {`, `    ${name}.value = next;`, '  }']),
    `  return { ${setter === null ? name : `${name}, ${setter}`} };`,
    '});',
  ],
});
