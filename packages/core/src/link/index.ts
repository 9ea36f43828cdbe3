/** Phase 2: the facts of all files to a program whose parts know each other. */
import { Clones } from './clones';
import { Crossings } from './crossing';
import { Handed } from './handed';
import { Handles } from './handles';
import { Locals } from './local';
import { Program, type ProjectInput } from './program';
import { Sides } from './sides';
import { RenderTree } from './render';

export interface Linked {
  program: Program;
  locals: Locals;
  render: RenderTree;
  handed: Handed;
  crossings: Crossings;
  clones: Clones;
  handles: Handles;
  sides: Sides;
}

/** Links a project. Deterministic, and independent of the order of its files. */
export function linkProject(input: ProjectInput): Linked {
  const program = new Program(input);
  const locals = new Locals(program);
  // Render functions decide where markup ends up, and that decides which provider a context is read from; so functions
  // are followed twice, first through props alone.
  const clones = new Clones(program, locals, new Crossings(program, null, null));
  const byProps = new Handed(program, locals, null, clones);
  const render = new RenderTree(program, locals, byProps);
  const environment = (context: number, component: number): ReadonlySet<number> =>
    render.environment(context, component);
  const handed = new Handed(program, locals, environment, clones);
  return {
    program,
    locals,
    render,
    handed,
    clones,
    handles: new Handles(program),
    sides: new Sides(program),
    crossings: new Crossings(program, environment, handed, clones),
  };
}

export type { ProjectInput } from './program';
export type { ConfigFile } from './modules';
