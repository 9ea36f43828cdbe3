/** Message channels: topics of the page that components publish to and subscribe to, each an import of its own. */
import type * as t from '@babel/types';
import type { PlaceId } from '../../model/facts';
import { endTopic, listenTo, sendTo } from '../libraries/channels';
import { spotOf } from '../script/builder';
import { readArguments } from '../script/calls';
import { fieldOf } from '../script/patterns';
import type { ScriptReader } from '../script/reader';

const CHANNEL = /^@salesforce\/messageChannel\/(.+)$/;

/** `publish(context, BEDS, { bed })`, `subscribe(context, BEDS, (message) => …)`; undefined for any other call. */
export function readMessage(r: ScriptReader, node: t.CallExpression): PlaceId | null | undefined {
  const { callee } = node;
  const place = callee.type === 'Identifier' ? r.scope.lookup(callee.name) : undefined;
  const imported = place === undefined ? undefined : r.importOf.get(place);
  if (imported?.source !== 'lightning/messageService') return undefined;
  const [, channel, message] = node.arguments;
  const args = readArguments(r, node);
  if (imported.imported === 'unsubscribe') {
    for (const topic of topicsIn(r)) endTopic(r, topic, node);
    return null;
  }
  if (imported.imported !== 'publish' && imported.imported !== 'subscribe') return null;
  const topic = topicOf(r, channel);
  const at = spotOf(node);
  if (topic === null) {
    const reason = 'Which channel it is is only known at run time.';
    r.b.facts.gaps.push({ what: 'channel', name: channel ? r.source(channel) : 'channel', reason, fn: r.fn, at });
    return null;
  }
  const [, , payload = null] = args;
  if (imported.imported === 'publish') {
    sendTo(r, topic, payload, message, node, null);
    return null;
  }
  listenTo(r, topic, payload, node, null, null);
  // A context that is wired ends what was subscribed by it as the component goes.
  if (/\bcreateMessageContext\s*\(/.test(r.text)) {
    const ended = /\b(unsubscribe|releaseMessageContext)\s*\(/.test(r.text);
    r.b.facts.starts.push({ name: 'subscribe', topic, ended, fn: r.fn, at });
  }
  return r.b.place('object', 'subscription', r.fn, at);
}

function topicOf(r: ScriptReader, node: t.Node | undefined): string | null {
  const name =
    node?.type === 'Identifier'
      ? node.name
      : node?.type === 'MemberExpression'
        ? fieldOf(node.property, node.computed)
        : '';
  const place = r.scope.lookup(name);
  const source = place === undefined ? undefined : r.importOf.get(place)?.source;
  return CHANNEL.exec(source ?? '')?.[1] ?? null;
}

function topicsIn(r: ScriptReader): string[] {
  return r.b.facts.imports.flatMap(({ source }) => CHANNEL.exec(source)?.[1] ?? []);
}
