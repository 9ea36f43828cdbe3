/** Who hears what is sent along scopes: those above the sender what goes up, those below what goes down. */
import { COMPILED } from '../../model/signs';
import type { Linked } from '../../link';
import { wayDown } from '../../follow/dominators';
import type { End } from './topics';

/** Whether a listener may hear what is sent; also where it is not known where one of them stands. */
export function mayHear({ program, render }: Linked, sender: End, listener: End): boolean {
  const { way } = sender.fact;
  // The outermost scope hears all that goes up, and nothing that goes down from further in.
  if (!way || !sender.component || compiles(program)) return true;
  if (listener.fact.way === 'up') return way === 'up';
  if (!listener.component || listener.component === sender.component) return true;
  const [from, to] = [listener.component.fn, sender.component.fn];
  if (program.sitesOf(from).length === 0 || program.sitesOf(to).length === 0) return true;
  return (way === 'up' ? wayDown(render.under, from, to) : wayDown(render.under, to, from)).length > 0;
}

/** Whether markup is put together while the program runs: then not all is known of what stands where. */
function compiles({ graph }: Linked['program']): boolean {
  return graph.files.some(({ gaps }) => gaps.some(({ name }) => name === COMPILED));
}
