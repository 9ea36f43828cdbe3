/** The reader for React source: one file's text to its facts. */
import type * as t from '@babel/types';
import type { FileFacts, PlaceId } from '../../model/facts';
import { FactsBuilder } from '../script/builder';
import { TOO_DEEP, readModule, readTree } from '../script/module';
import { ScriptReader, type Dialect } from '../script/reader';
import { readReactCall } from './calls';
import { assignState, assignsState, readClassComponent } from './classes';
import { settleFunction } from './components';
import { noteDeclared, settleDeclared } from './declaredProps';
import { settleOlderContexts } from './olderContexts';
import { settleRuns } from '../script/lifecycle';
import { readMarkup } from '../jsx/markup';
import { readRouteList } from '../libraries/routers/routeTable';
import { readBroadcastHandler } from '../libraries/channels';
import { readAction, readPlainReducer } from '../libraries/stores/redux';
import type { SourceFile } from '../source';

/** Reads a call of another family's functions, wherever it stands; `undefined` leaves it to the next. */
export type CallOfOthers = (
  r: ScriptReader,
  node: t.CallExpression | t.NewExpression,
  target: t.Node | null,
) => PlaceId | null | undefined;

/** A reader for React source and plain scripts, which asks `others` of each call first. Cannot fail: what is too deep to read is a problem of the file. */
export function reactReader(others: readonly CallOfOthers[]): (source: SourceFile) => FileFacts {
  const dialect: Dialect = {
    ...react,
    call(r, node, target) {
      for (const read of others) {
        const place = read(r, node, target);
        if (place !== undefined) return place;
      }
      return readReactCall(r, node, target);
    },
  };
  return (source) => read(source, dialect);
}

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

function read(source: SourceFile, dialect: Dialect): FileFacts {
  const b = new FactsBuilder(source.path, 'react', source.text, source.hash, source.bytes);
  const ast = readTree(b, source.path, source.text);
  if (!ast) return b.facts;
  try {
    readModule(new ScriptReader(b, dialect, source.text), ast);
  } catch (error) {
    if (!(error instanceof RangeError)) throw error;
    const empty = new FactsBuilder(source.path, 'react', source.text, source.hash, source.bytes);
    empty.facts.problems.push({ severity: 'error', message: TOO_DEEP, line: 1, column: 1 });
    empty.facts.broken = true;
    return empty.facts;
  }
  return b.facts;
}
