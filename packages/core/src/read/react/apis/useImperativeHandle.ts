/** `useImperativeHandle(ref, () => ({ … }))`: what a component lets others do with it through a reference. */
import { spotOf } from '../../script/builder';
import { readArguments } from '../../script/calls';
import { resultOf } from './cells';
import type { Recogniser } from './recogniser';

export const useImperativeHandle: Recogniser = (r, node) => {
  const [handle = null, make = null] = readArguments(r, { ...node, arguments: node.arguments.slice(0, 2) });
  r.b.handOut([handle], 'useImperativeHandle', r.fn, spotOf(node));
  if (handle === null || make === null) return null;
  const made = resultOf(r, node, make, 'handle');
  r.b.facts.handles.push({ handle, exposes: made, fn: r.fn, at: spotOf(node) });
  return null;
};
