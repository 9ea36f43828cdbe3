/** How a value of a component is asked for: by the component's name alone where only one bears it. */
import type { Cell, FlowDocument } from '@vectura/core';

const counts = new WeakMap<FlowDocument, Map<string, number>>();

export function questionFor(document: FlowDocument, componentId: string, name: string): string {
  let count = counts.get(document);
  if (!count) {
    count = new Map();
    for (const component of document.components) count.set(component.name, (count.get(component.name) ?? 0) + 1);
    counts.set(document, count);
  }
  const short = componentId.slice(componentId.lastIndexOf('#') + 1);
  return `${count.get(short) === 1 ? short : componentId}.${name}`;
}

/** How a cell is asked for: through the component it lives in, or by its kind where none holds it. */
export function cellQuestion(document: FlowDocument, cell: Cell): string {
  return cell.home === null ? `${cell.kind}:${cell.name}` : questionFor(document, cell.home, cell.name);
}
