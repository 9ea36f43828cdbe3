/** Components whose fields are their state: a cell for each field that is set, or begins as a plain value and may be. */
import type * as t from '@babel/types';
import type { CellFact } from '../../model/facts';
import type { SingleFileComponent } from '../script/componentInFile';
import { fieldOf } from '../script/patterns';
import { changingFields } from '../script/plainClasses';
import type { ScriptReader } from '../script/reader';

type Member = t.ClassBody['body'][number];

/** Adds the cells of a class. `unless` says of a field's declaration that its value comes from elsewhere. */
export function addFieldCells(
  r: ScriptReader,
  component: SingleFileComponent,
  node: t.ClassDeclaration | t.ClassExpression,
  unless: (member: t.ClassProperty) => boolean,
  /** What makes a change of what the field holds seen, where that is not any. */
  tracks: (member: Member | undefined) => CellFact['tracks'],
): void {
  for (const [field, at] of changingFields(r, node)) {
    if (r.injectedFields.has(field)) continue;
    const member = node.body.body.find(
      (one) => one.type === 'ClassProperty' && fieldOf(one.key, one.computed) === field,
    );
    if (member?.type === 'ClassProperty' && (member.readonly || unless(member))) continue;
    const cell = r.b.place('cell', field, component.fn, at);
    const setter = r.b.place('setter', field, component.fn, at);
    r.b.flow(cell, component.self, 'put', field);
    r.fieldCells.set(field, cell);
    const tracked = tracks(member);
    const seen = tracked ? { tracks: tracked } : {};
    r.b.facts.cells.push({
      name: field,
      kind: 'state',
      value: cell,
      setter,
      inPlace: true,
      ...seen,
      fn: component.fn,
      at,
    });
  }
}
