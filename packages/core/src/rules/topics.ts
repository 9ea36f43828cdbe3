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
}

export function topics(linked: Linked): Topic[] {
  const { program } = linked;
  const { graph } = program;
  const found = new Map<string, Topic>();
  graph.files.forEach((facts, file) => {
    for (const fact of facts.channels) {
      const unit = program.unitOf(graph.fnAt(file, fact.fn));
      const component = program.component(unit) ?? program.ownerOf(program.runsOf(unit)[0] ?? -1) ?? null;
      const topic = found.get(fact.topic) ?? { name: fact.topic, sends: [], listens: [] };
      found.set(fact.topic, topic);
      if (fact.does === 'sends') topic.sends.push({ fact, file, component });
      if (fact.does === 'listens') topic.listens.push({ fact, file, component });
    }
  });
  return [...found.values()];
}
