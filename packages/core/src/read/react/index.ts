/** The reader for React source: one file's text to its facts. */
import type { FileFacts } from '../../model/facts';
import { FactsBuilder } from '../script/builder';
import { TOO_DEEP, readTree, readModule } from '../script/module';
import { ScriptReader, type Dialect } from '../script/reader';
import { readReactCall } from './apis';
import { assignState, assignsState, readClassComponent } from './classes';
import { settleFunction } from './components';
import { noteDeclared, settleDeclared } from './declaredProps';
import { settleOlderContexts } from './olderContexts';
import { settleRuns } from '../component/runs';
import { readMarkup } from './markup';
import { readRouteList } from '../libraries/routers/routeTable';
import { readBroadcastHandler } from '../libraries/channels';
import { readAction, readPlainReducer } from '../libraries/stores/redux';

const react: Dialect = {
  call: readReactCall,
  markup: readMarkup,
  assign: (r, node) =>
    (assignsState(node.left) && assignState(r, node.right)) || noteDeclared(r, node) || readBroadcastHandler(r, node),
  finish(r) {
    settleDeclared(r);
    settleOlderContexts(r);
    settleRuns(r);
  },

  classLike: readClassComponent,
  list: readRouteList,
  object: (r, node) => readAction(r, node, null),
  functionRead: readPlainReducer,
  settle: settleFunction,
};

export interface SourceFile {
  path: string;
  text: string;
  hash: string;
  bytes: number;
  /** The major version of Vue the project around it says it is written for; absent where it says none. */
  vue?: 2 | 3;
}

export function readReact(source: SourceFile): FileFacts {
  const b = new FactsBuilder(source.path, 'react', source.text, source.hash, source.bytes);
  const ast = readTree(b, source.path, source.text);
  if (!ast) return b.facts;
  try {
    readModule(new ScriptReader(b, react, source.text), ast);
  } catch (error) {
    if (!(error instanceof RangeError)) throw error;
    const empty = new FactsBuilder(source.path, 'react', source.text, source.hash, source.bytes);
    empty.facts.problems.push({ severity: 'error', message: TOO_DEEP, line: 1, column: 1 });
    empty.facts.broken = true;
    return empty.facts;
  }
  return b.facts;
}
