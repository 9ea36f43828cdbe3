/** A reference of a set-up script that moves to a component above: whoever has it, reads it and sets it as before. */
import { pascal } from '../../model/spelling';
import type { ComponentEditor } from '../component';
import { Impossible } from '../plan';
import { VueComponent } from '../vue/component';
import { repeatedOwner } from './moving';
import type { Move } from './situation';

export interface MovedReference {
  value: string;
  /** The function that changes it, where its old home does; null where nobody below its new one sets it there. */
  setter: string | null;
  /** Takes it out of the one and puts it into the other. */
  move(): void;
  /** Lets the old home have what an expression of the new one stands for. */
  readBack(read: (expression: string) => string | null): void;
}

/** Throws `Impossible` where it cannot be moved, with the reason. */
export function movedReference(move: Move, owner: ComponentEditor, provider: ComponentEditor): MovedReference {
  const { workshop, flow, steps } = move;
  if (!(owner instanceof VueComponent) || !(provider instanceof VueComponent))
    throw new Impossible('Vectura does not move state to another component in this family yet.');
  const state = owner.referenceAt(flow.cell.spot);
  if (!state) throw new Impossible(`${owner.name} declares the value in a way that is not moved.`);
  const many = repeatedOwner(move);
  if (many !== null)
    throw new Impossible(
      `${workshop.info(many).name} is rendered many times, and each has a ${state.name} of its own.`,
    );
  const [needed] = state.needs;
  if (needed !== undefined)
    throw new Impossible(`${state.name} starts from ${needed}, which only ${owner.name} knows.`);
  if (provider.hasName(state.name))
    throw new Impossible(`${provider.name} has something else by the name of ${state.name}.`);
  // What is shared is changed where it lives, by a function that it hands out.
  const writes = owner.writesOf(state.name);
  if (!writes)
    throw new Impossible(`${owner.name} sets ${state.name} where no call can stand: bound both ways, or in part.`);
  const setter = writes.length > 0 ? `set${pascal(state.name)}` : null;
  const taken = [owner, provider].find((one) => setter !== null && one.hasName(setter));
  if (taken) throw new Impossible(`${taken.name} has something else by the name of ${setter ?? ''}.`);
  const isTyped = /\blang\s*=\s*["']?ts/.test(provider.syntax.block?.attributes ?? '');
  const typed = isTyped ? `: typeof ${state.name}.value` : '';
  return {
    value: state.name,
    setter,
    move: () => {
      workshop.importsOf(provider.path).named('vue', state.maker);
      provider.begin(`const ${state.name} = ${state.call}`);
      if (setter !== null)
        provider.begin(
          `const ${setter} = (next${typed}) => {\n  ${state.name}.value = next${provider.syntax.semicolon}\n}`,
        );
      owner.takeOut(state.statement, workshop.importsOf(owner.path));
      steps.edit(`Move ${state.name} from ${owner.name} up to ${provider.name}.`, provider.path, owner.path);
    },
    readBack: (read) => {
      const value = owner.isReadBeside(state.name, state.statement, writes) ? read(state.name) : null;
      if (value !== null) owner.readFrom(state.name, value);
      const set = setter === null ? null : read(setter);
      if (setter === null || set === null) return;
      owner.readFrom(setter, set);
      for (const one of writes) owner.callInstead(one, setter);
    },
  };
}
