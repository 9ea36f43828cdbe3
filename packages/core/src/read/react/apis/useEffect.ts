/** Effects: the function runs after rendering, again whenever one of the listed values changes. */
import { spotOf } from '../../script/builder';
import { readArguments } from '../../script/calls';
import { value } from '../../script/expressions';
import { noteStarts } from '../../script/starts';
import type { Recogniser } from './recogniser';

export const useEffect: Recogniser = (r, node) => {
  const list = node.arguments[1];
  const runsAgain = list?.type === 'ArrayExpression' && list.elements.length > 0;
  noteStarts(r, node.arguments[0], [], runsAgain);
  const [run = null] = readArguments(r, { ...node, arguments: node.arguments.slice(0, 1) });
  if (run !== null) r.b.use({ place: run, kind: 'effect', detail: 'effect', fn: r.fn, at: spotOf(node.callee) });
  if (list?.type === 'ArrayExpression')
    for (const element of list.elements) {
      const place = value(r, element);
      if (place !== null && element)
        r.b.use({ place, kind: 'effect', detail: 'effect', fn: r.fn, at: spotOf(element) });
    }
  return null;
};
