/** State of a class that is changed in place, where the class renders again all the same. */
import type { CellInfo } from '../../follow/cellInfo';
import type { Linked } from '../../link';

/** How many functions are looked through from the one that makes a change. */
const MOST_FUNCTIONS = 20;
/** What has a class rendered again, whatever has changed by then. */
const RENDERS = /(?:^|\.)(?:setState|forceUpdate)$/;

/**
 * Whether whoever changes the state of a class in place also has it rendered, by itself or by methods that it calls; or does so while it
 * is rendered: `this.state.rows.push(row); this.show();`.
 */
export function isRenderedAnyway(linked: Linked, { home }: CellInfo, fn: number): boolean {
  const isClass = home !== null && linked.program.graph.instanceOf.has(home);
  return isClass && (hasItRendered(linked, fn) || runsInRender(linked, fn));
}

/** Whether code runs while a component renders, and at no other time. */
export function runsAsItRenders(linked: Linked, component: number, fn: number): boolean {
  return isCalledFrom(linked, fn, (one) => one === component);
}

function hasItRendered({ program }: Linked, fn: number): boolean {
  const { graph } = program;
  const functions = new Set([fn]);
  for (const one of functions) {
    const file = graph.fileOfFunction(one);
    for (const [index, fact] of (graph.files[file]?.calls ?? []).entries()) {
      if (!program.isWithin(graph.fnAt(file, fact.fn), one)) continue;
      if (RENDERS.test(fact.name)) return true;
      if (functions.size < MOST_FUNCTIONS)
        for (const target of graph.targetsOf(graph.callAt(file, index))) functions.add(target);
    }
  }
  return false;
}

function runsInRender(linked: Linked, fn: number): boolean {
  return isCalledFrom(linked, fn, (one) => linked.program.graph.functions[one]?.fact.name === 'render');
}

/** Whether a function is one of those looked for, or is called by them alone, by whatever way. */
function isCalledFrom({ program: { graph } }: Linked, fn: number, isSought: (fn: number) => boolean): boolean {
  const functions = new Set([fn]);
  for (const one of functions) {
    if (isSought(one)) continue;
    const callers = graph.callersOfFunction(one);
    if (callers.length === 0 || functions.size > MOST_FUNCTIONS) return false;
    for (const call of callers) functions.add(graph.fnOfCall(call));
  }
  return true;
}
