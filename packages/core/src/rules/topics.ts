/** Who sends and who listens, by topic. */
import type { ChannelFact } from '../model/facts';
import type { ComponentInfo } from '../link/program';
import type { Linked } from '../link';

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
      const unit = program.unitOf(graph.fnAt(file, fact.fn));
      const component = program.component(unit) ?? program.ownerOf(program.runsOf(unit)[0] ?? -1) ?? null;
      const topic = found.get(fact.topic) ?? { name: fact.topic, sends: [], listens: [], outside: false };
      found.set(fact.topic, topic);
      topic.outside ||= fact.bus !== null && isOutside(linked, graph.at(file, fact.bus));
      if (fact.does === 'sends') topic.sends.push({ fact, file, component });
      if (fact.does === 'listens') topic.listens.push({ fact, file, component });
    }
  });
  return [...found.values()];
}

function isOutside(linked: Linked, place: number): boolean {
  const { graph } = linked.program;
  return graph.trace(place).some((origin) => {
    const imported = graph.resolutionOfPlace.get(origin.place);
    // An emitter made by a package's function is the project's own; one that comes ready-made is not.
    return imported !== undefined && imported.resolution.kind !== 'file';
  });
}
