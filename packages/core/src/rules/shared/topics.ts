/** Senders and listeners, by topic. */
import type { ChannelFact } from '../../model/facts';
import type { ComponentInfo } from '../../link/program/program';
import type { Linked } from '../../link';
import { once } from '../../link/memo/once';
import { ANY_TOPIC } from '../../model/signs';

export interface End {
  fact: ChannelFact;
  file: number;
  component: ComponentInfo | null;
}

export interface Topic {
  name: string;
  sends: End[];
  listens: End[];
  /** It goes over something from a package: others may send and listen there. */
  outside: boolean;
}

export function topics(linked: Linked): Topic[] {
  const { program } = linked;
  const { graph } = program;
  const found = new Map<string, Topic>();
  graph.files.forEach((facts, file) => {
    for (const fact of facts.channels) {
      if (fact.topic === ANY_TOPIC) continue;
      const unit = program.unitOf(graph.fnAt(file, fact.fn));
      const component = program.component(unit) ?? program.ownerOf(program.runsTogether(unit)[0] ?? -1) ?? null;
      if (component === null && graph.functions[unit]?.fact.repeatsComponent) continue;
      const topic = found.get(fact.topic) ?? { name: fact.topic, sends: [], listens: [], outside: false };
      found.set(fact.topic, topic);
      topic.outside ||= fact.elsewhere ?? false;
      const isTied = facts.joins.some(({ named }) => named);
      topic.outside ||= component === null && !isTied && isScript(linked, file);
      topic.outside ||= fact.bus !== null && isOutside(linked, graph.at(file, fact.bus));
      if (fact.does === 'sends') topic.sends.push({ fact, file, component });
      if (fact.does === 'listens') topic.listens.push({ fact, file, component });
    }
  });
  return [...found.values()].filter(
    ({ sends, listens }) => listens.length > 0 || sends.length === 0 || sends.some(({ fact }) => !fact.passes),
  );
}

/**
 * Whether a file is a script that the page loads by itself, a library beside the sources: it takes nothing from others, and
 * nobody takes anything from it. Others of its kind speak to it.
 */
export function isScript(linked: Linked, file: number): boolean {
  const { graph } = linked.program;
  return graph.files[file]?.imports.length === 0 && !importedFiles(linked).has(file);
}

const importedFiles = once(({ program: { graph } }: Linked): ReadonlySet<number> => {
  const found = new Set<number>();
  graph.files.forEach((_, file) => {
    for (const resolution of graph.resolutionsOf(file)) if (resolution.kind === 'file') found.add(resolution.file);
  });
  return found;
});

/** Whether something is sent or heard under a topic that could not be followed: over the page, or over an object. */
export function anyTopic(linked: Linked, does: ChannelFact['does']): { page: boolean; object: boolean } {
  const { graph } = linked.program;
  const found = graph.files.flatMap((facts, file) =>
    facts.channels.filter(
      (fact) =>
        fact.topic === ANY_TOPIC &&
        fact.does === does &&
        (fact.bus === null || !isOutside(linked, graph.at(file, fact.bus))),
    ),
  );
  return { page: found.some(({ bus }) => bus === null), object: found.some(({ bus }) => bus !== null) };
}

/** What packages make that nobody but the program sends over; a connection or a chart sends by itself. */
const EMITTER = /mitt|emit|event|bus|pub-?sub|vue|subject|signal|channel|observ/i;

function isOutside(linked: Linked, place: number): boolean {
  const { graph } = linked.program;
  return graph.trace(place).some((origin) => {
    const imported = graph.importedAs(origin.place);
    if (imported !== undefined) return imported.resolution.kind !== 'file';
    // Handed in by whoever uses the component: nobody here sends over it.
    if (graph.places[origin.place]?.kind === 'param') return true;
    const made = graph.calls[graph.callOfResult.get(origin.place) ?? -1];
    if (!made) return false;
    return graph.trace(graph.at(made.file, made.fact.callee)).some((maker) => {
      const from = graph.importedAs(maker.place);
      return from !== undefined && from.resolution.kind !== 'file' && !EMITTER.test(`${from.source} ${made.fact.name}`);
    });
  });
}
