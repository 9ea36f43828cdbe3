/** Phase 2, linking: the facts of all files become one program. */
import { RouteAddresses } from './render/routeAddresses';
import { Clones } from './travel/clones';
import { Crossings } from './travel/crossings';
import { FunctionFlow } from './travel/functionFlow';
import { Handles } from './program/handles';
import { MemoTables } from './memo/memo';
import { Locals } from './travel/locals';
import { Program } from './program/program';
import type { ProjectInput } from './project';
import { ContextReaders } from './program/contextReaders';
import { Sides } from './program/sides';
import { NamesBelow } from './render/namesBelow';
import { RenderTree } from './render/renderTree';

export interface Linked {
  program: Program;
  locals: Locals;
  render: RenderTree;
  /** Functions followed through props alone, as the render tree needs them. */
  functionFlowByProps: FunctionFlow;
  functionFlow: FunctionFlow;
  contextReaders: ContextReaders;
  namesBelow: NamesBelow;
  /** What rules and documents work out piece by piece. */
  memos: MemoTables;
  crossings: Crossings;
  clones: Clones;
  handles: Handles;
  sides: Sides;
  routeAddresses: RouteAddresses;
}

/**
 * Links a project. Deterministic, and independent of the order of its files. With what was linked `before` an edit, whose
 * graph has taken over the edited files, only what that touches is done again; what comes of it is the same.
 */
export function linkProject(input: ProjectInput, before: Linked | null = null): Linked {
  const program = new Program(input, before?.program);
  const locals = new Locals(program, before?.locals ?? null);
  const readers = new ContextReaders(program, before?.contextReaders ?? null);
  // Render functions decide where markup ends up, and that decides which provider a context is read from; so functions
  // are followed twice, first through props alone.
  const clones = new Clones(
    program,
    locals,
    new Crossings(program, locals, readers, null, null),
    before?.clones ?? null,
  );
  const byProps = new FunctionFlow(program, locals, readers, null, clones, before?.functionFlowByProps ?? null);
  const render = new RenderTree(program, locals, byProps, before?.render ?? null);
  const environment = (context: number, component: number): ReadonlySet<number> =>
    render.environment(context, component);
  const names = new NamesBelow(program, readers, environment, before?.namesBelow ?? null);
  const around = { of: environment, names };
  const functionFlow = new FunctionFlow(program, locals, readers, around, clones, before?.functionFlow ?? null);
  return {
    program,
    locals,
    render,
    contextReaders: readers,
    memos: before?.memos ?? new MemoTables(program.dependencies),
    functionFlowByProps: byProps,
    functionFlow: functionFlow,
    clones,
    handles: new Handles(program),
    sides: new Sides(program),
    routeAddresses: new RouteAddresses(program, render),
    namesBelow: names,
    crossings: new Crossings(program, locals, readers, around, functionFlow, clones),
  };
}

export { namesTopics } from './generated/topicConstants';
export { takeEdits } from './program/program';
export type { ProjectInput } from './project';
export type { ConfigFile } from './resolve/modules';
