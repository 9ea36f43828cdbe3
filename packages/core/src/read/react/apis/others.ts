/** Hooks that hold a value of their own beside the common ones. */
import { spotOf } from '../../script/builder';
import { readArguments } from '../../script/calls';
import { addCell, pairCell } from './cells';
import type { Recogniser } from './recogniser';

/** `const [pending, start] = useTransition()`: pending is true while what `start` was given goes on. */
export const useTransition: Recogniser = (r, node, target) => pairCell(r, node, target, null);

/** `const [shown, addShown] = useOptimistic(real, …)`: shows the real value until a change is under way. */
export const useOptimistic: Recogniser = (r, node, target) => {
  const [real = null] = readArguments(r, node);
  const pair = pairCell(r, node, target, null);
  const cell = r.b.facts.cells.at(-1);
  if (real !== null && cell) r.b.flow(real, cell.value);
  return pair;
};

/** `const [state, act] = useActionState(action, first)`: what the action returns is the next state. */
export const useActionState: Recogniser = (r, node, target) => {
  const [action = null, first = null] = readArguments(r, node);
  const pair = pairCell(r, node, target, first);
  const cell = r.b.facts.cells.at(-1);
  if (action !== null && cell) {
    const at = spotOf(node);
    const result = r.b.call({
      callee: action,
      name: 'action',
      args: [cell.value],
      repeat: 'conditional',
      fn: r.fn,
      at,
    });
    r.b.flow(result, cell.value);
  }
  return pair;
};

/** `useId`: a value that is there once for each instance and never changes. */
export const useId: Recogniser = (r, node, target) => addCell(r, 'state', node, target);
