/** React's own functions, one recogniser a file, and how a call is told to be of one of them. */
import type * as t from '@babel/types';
import type { PlaceId } from '../../model/facts';
import { readArguments } from '../script/calls';
import { fieldOf } from '../script/patterns';
import type { ScriptReader } from '../script/reader';
import { readLibraryCall } from '../libraries';
import { readChannelCall, readNew } from '../libraries/channels';
import { symbol } from '../component/provided';
import { readStoreCall } from '../libraries/stores/hookStores';
import { createContext } from './apis/createContext';
import { isSetState, readSetState } from './classes';
import { lazy } from './apis/lazy';
import { memo } from './memo';
import { childrenMap, readChildrenMap } from './children';
import { cloneElement, createElement, jsx } from './createElement';
import { isLegacyFactory, readLegacy } from './legacy';
import { useCallback } from './apis/useCallback';
import { useContext } from './apis/useContext';
import { useEffect } from './apis/useEffect';
import { useMemo } from './apis/useMemo';
import { useReducer } from './apis/useReducer';
import { useActionState, useId, useOptimistic, useTransition } from './apis/others';
import { useRef } from './apis/useRef';
import { useState } from './apis/useState';
import { useSyncExternalStore } from './apis/useSyncExternalStore';
import { useImperativeHandle } from './apis/useImperativeHandle';
import type { Recogniser } from './apis/recogniser';

const passesThrough: Recogniser = (r, node) => readArguments(r, node)[0] ?? null;

const APIS: Record<string, Recogniser> = {
  createContext,
  lazy,
  memo,
  forwardRef: memo,
  useState,
  useReducer,
  useRef,
  useMemo,
  useCallback,
  useContext,
  use: useContext,
  useEffect,
  useLayoutEffect: useEffect,
  useInsertionEffect: useEffect,
  useDeferredValue: passesThrough,
  startTransition: useEffect,
  createElement,
  cloneElement,
  jsx,
  jsxs: jsx,
  jsxDEV: jsx,
  'Children.map': childrenMap,
  'Children.forEach': childrenMap,
  'Children.toArray': passesThrough,
  'Children.only': passesThrough,
  useTransition,
  useOptimistic,
  useActionState,
  useFormState: useActionState,
  useId,
  useSyncExternalStore,
  useImperativeHandle,
};

const MODULES = /^(react|react\/jsx(-dev)?-runtime|preact|preact\/hooks|preact\/compat)$/;

/** Names too common to be React's own when another package exports them. */
const COMMON = new Set(['use', 'lazy', 'startTransition', 'jsx', 'jsxs', 'jsxDEV', 'createElement']);

/** Packages re-export React's functions under their own names; an alias of the project's is no package. */
function fromPackage(source: string, name: string): boolean {
  return /^[a-z@]/.test(source) && !source.startsWith('@/') && Object.hasOwn(APIS, name) && !COMMON.has(name);
}

export function readReactCall(
  r: ScriptReader,
  node: t.CallExpression | t.NewExpression,
  target: t.Node | null,
): PlaceId | null | undefined {
  if (node.type === 'NewExpression') return readNew(r, node);
  if (isKey(r, node)) return symbol(r, node, target, null);
  if (isSetState(node.callee)) return readSetState(r, node);
  for (const read of [readStoreCall, readChannelCall, readLibraryCall]) {
    const outside = read(r, node, target);
    if (outside !== undefined) return outside;
  }
  const children = readChildrenMap(r, node);
  if (children !== undefined) return children;
  if (isLegacyFactory(r, node.callee)) return readLegacy(r, node, target);
  const name = apiName(r, node.callee);
  if (!name) {
    if (node.callee.type === 'Identifier' && /^use[A-Z]/.test(node.callee.name)) r.seen.hooks = true;
    return undefined;
  }
  if (/^use/.test(name)) r.seen.hooks = true;
  return Object.hasOwn(APIS, name) ? APIS[name]?.(r, node, target) : undefined;
}

/** `Symbol('scale')`: what other files may provide something under. */
function isKey(r: ScriptReader, node: t.CallExpression): boolean {
  return node.callee.type === 'Identifier' && node.callee.name === 'Symbol' && r.scope.lookup('Symbol') === undefined;
}

/** The name of React's function a callee stands for, under whatever name it was imported. */
function apiName(r: ScriptReader, callee: t.Node): string | null {
  if (callee.type === 'Identifier') {
    const place = r.scope.lookup(callee.name);
    if (place === undefined)
      return Object.hasOwn(APIS, callee.name) && !/^(memo|use|lazy|jsxs?|createElement)$/.test(callee.name)
        ? callee.name
        : null;
    const imported = r.importOf.get(place);
    if (imported)
      return MODULES.test(imported.source) || fromPackage(imported.source, imported.imported)
        ? imported.imported
        : null;
    return takenFromReact(r, place);
  }
  if (callee.type !== 'MemberExpression' || callee.property.type !== 'Identifier') return null;
  // `React.Children.map`, `Children.map`.
  const inner = apiPrefix(r, callee.object);
  if (inner) return `${inner}.${callee.property.name}`;
  if (callee.object.type !== 'Identifier') return null;
  const object = r.scope.lookup(callee.object.name);
  if (object === undefined) return callee.object.name === 'React' ? callee.property.name : null;
  const imported = r.importOf.get(object);
  if (!imported || !MODULES.test(imported.source)) return null;
  return imported.imported === '*' || imported.imported === 'default' ? callee.property.name : null;
}

function apiPrefix(r: ScriptReader, node: t.Node): string | null {
  if (node.type === 'MemberExpression') return fieldOf(node.property, node.computed) === 'Children' ? 'Children' : null;
  if (node.type !== 'Identifier') return null;
  const place = r.scope.lookup(node.name);
  const imported = place === undefined ? undefined : r.importOf.get(place);
  return imported?.imported === 'Children' && MODULES.test(imported.source) ? 'Children' : null;
}

/** `const { useState } = React`. */
function takenFromReact(r: ScriptReader, place: PlaceId): string | null {
  const name = r.b.facts.places[place]?.name ?? '';
  if (!Object.hasOwn(APIS, name)) return null;
  const flow = r.b.facts.flows.find((f) => f.to === place && f.op === 'get');
  const from = flow && r.importOf.get(flow.from);
  return from && MODULES.test(from.source) ? (flow.field ?? null) : null;
}
