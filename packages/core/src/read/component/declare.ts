/** Props a single-file component says it takes. */
import type * as t from '@babel/types';
import type { PropFact } from '../../model/facts';
import { spotOf } from '../script/builder';
import type { ScriptReader } from '../script/reader';
import type { SingleFileComponent } from '../script/componentInFile';

/** A prop the component declares; `otherwise` is the source of its default. */
export function declareProp(
  r: ScriptReader,
  component: SingleFileComponent,
  name: string,
  node: t.Node,
  required: boolean,
  otherwise: string | null,
  more: Pick<PropFact, 'output' | 'untyped'> = {},
): void {
  const fact = r.b.fn(component.fn);
  if (fact.props?.some((prop) => prop.name === name)) return;
  fact.props?.push({
    name,
    required: required && otherwise === null,
    default: otherwise,
    declared: true,
    ...more,
    at: spotOf(node),
  });
}
