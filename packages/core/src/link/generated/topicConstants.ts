/**
 * Topics that a script names by a constant of another file: what that says is known once all files are. The facts of such a script are
 * made anew with the topic itself, so that nothing after this tells the two apart.
 */
import type { ChannelFact, FileFacts } from '../../model/facts';
import { eventOf, eventProp } from '../../model/signs';

const made = new WeakMap<FileFacts, { from: string; facts: FileFacts }>();

/** The facts of a project with its topics by what they say. Files that name none by a constant are the same objects. */
export function withTopics(files: readonly FileFacts[]): readonly FileFacts[] {
  if (!files.some(namesTopics)) return files;
  const texts = textsIn(files);
  return files.map((facts) => (namesTopics(facts) ? withTexts(facts, texts) : facts));
}

/** Whether a file names topics by constants that stand elsewhere. */
export function namesTopics({ channels }: FileFacts): boolean {
  return channels.some(({ symbolic }) => symbolic);
}

/** What each constant says; one that is registered twice, and not alike, says nothing. */
function textsIn(files: readonly FileFacts[]): ReadonlyMap<string, string> {
  const found = new Map<string, string | null>();
  for (const { texts } of files)
    for (const [name, text] of Object.entries(texts))
      found.set(name, found.has(name) && found.get(name) !== text ? null : text);
  return new Map([...found].flatMap(([name, text]) => (text === null ? [] : [[name, text] as const])));
}

function withTexts(facts: FileFacts, texts: ReadonlyMap<string, string>): FileFacts {
  const names = [...new Set(facts.channels.flatMap(({ topic, symbolic }) => (symbolic ? topic : [])))];
  const known = names.flatMap((name) => (texts.has(name) ? [[name, texts.get(name) ?? ''] as const] : []));
  const from = JSON.stringify(known);
  const before = made.get(facts);
  if (before?.from === from) return before.facts;
  const anew = known.length === 0 ? facts : replaced(facts, new Map(known));
  made.set(facts, { from, facts: anew });
  return anew;
}

function replaced(facts: FileFacts, texts: ReadonlyMap<string, string>): FileFacts {
  const inKey = (key: string): string => {
    const [, kind = '', name = '', more = ''] = /^(channel|payload):(.*?)( \d+)?(?:!)?$/.exec(key) ?? [];
    const text = kind === '' ? undefined : texts.get(name);
    return text === undefined ? key : `${kind}:${text}${more}${key.endsWith('!') ? '!' : ''}`;
  };
  const inField = (field: string): string => {
    const event = eventOf(field);
    const text = event === null ? undefined : texts.get(event);
    return text === undefined ? field : eventProp(text);
  };
  const named = (name: string): string => texts.get(name) ?? name;
  return {
    ...facts,
    channels: facts.channels.map(({ elsewhere, ...one }): ChannelFact =>
      one.symbolic && texts.has(one.topic)
        ? { ...one, topic: named(one.topic) }
        : { ...one, ...(elsewhere ? { elsewhere } : {}) },
    ),
    joins: facts.joins.map((join) => ({ ...join, key: inKey(join.key) })),
    cells: facts.cells.map((cell) =>
      cell.kind === 'channel' && cell.shared?.key
        ? {
            ...cell,
            name: named(cell.name),
            shared: { ...cell.shared, id: named(cell.shared.id), key: inKey(cell.shared.key) },
          }
        : cell,
    ),
    flows: facts.flows.map((flow) => (flow.field === undefined ? flow : { ...flow, field: inField(flow.field) })),
    places: facts.places.map((place) => (texts.has(place.name) ? { ...place, name: named(place.name) } : place)),
    functions: facts.functions.map((fact) =>
      fact.events
        ? {
            ...fact,
            events: fact.events.map((event) => ({
              ...event,
              name: named(event.name),
              listener: inField(event.listener),
            })),
          }
        : fact,
    ),
    calls: facts.calls.map((call) => (texts.has(call.name) ? { ...call, name: named(call.name) } : call)),
  };
}
