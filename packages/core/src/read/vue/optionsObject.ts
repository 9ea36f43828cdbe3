/** Objects of options: what tells one from any other object, and a component or a mixin read from it. */
import type * as t from '@babel/types';
import type { PlaceId } from '../../model/facts';
import { openComponent } from '../component/component';
import { spotOf } from '../script/builder';
import { isFunction } from '../script/expressions';
import { nameFromPath } from '../script/names';
import { fieldOf } from '../script/patterns';
import type { ScriptReader } from '../script/reader';
import { Scope } from '../script/scope';
import { modelOf, readOptions } from './options';

/** Names an object of options may have, and no other. */
const KNOWN =
  /^(name|components|directives|filters|mixins|extends|props|emits|data|computed|methods|watch|provide|inject|inheritAttrs|model|functional|template|render|setup|expose|beforeCreate|created|beforeMount|mounted|beforeUpdate|updated|activated|deactivated|beforeDestroy|destroyed|beforeUnmount|unmounted|errorCaptured|beforeRouteEnter|beforeRouteUpdate|beforeRouteLeave|install|componentName|i18n|head|layout|middleware|delimiters|comments)$/;
const STRONG =
  /^(data|computed|methods|watch|render|setup|mixins|template|mounted|created|beforeDestroy|unmounted|destroyed)$/;

/** Whether an object says what a component or a mixin is. */
export function isOptions(node: t.ObjectExpression): boolean {
  let strong = false;
  for (const one of node.properties) {
    if (one.type === 'SpreadElement') return false;
    const name = fieldOf(one.key, one.computed);
    if (!KNOWN.test(name)) return false;
    const place = one.type === 'ObjectMethod' ? one : one.value;
    const shaped =
      name === 'computed' || name === 'methods' || name === 'watch'
        ? place.type === 'ObjectExpression'
        : name === 'mixins'
          ? place.type === 'ArrayExpression'
          : name === 'template'
            ? place.type === 'StringLiteral' || place.type === 'TemplateLiteral'
            : place.type === 'ObjectMethod' || isFunction(place);
    strong ||= STRONG.test(name) && shaped;
  }
  return strong;
}

/** Whether every field is one that options may have, and one of them says more than a name. */
export function hasOptionNames(node: t.ObjectExpression): boolean {
  const names = namesIn(node);
  return names.length === node.properties.length && names.every((name) => KNOWN.test(name)) && names.some(saysMore);
}

function saysMore(name: string): boolean {
  return name === 'props' || name === 'components' || STRONG.test(name);
}

/** Whether options say how something is rendered. */
export function rendersBy(node: t.ObjectExpression): boolean {
  return namesIn(node).some((name) => /^(render|template|setup)$/.test(name));
}

function namesIn(node: t.ObjectExpression): string[] {
  return node.properties.flatMap((one) => (one.type === 'SpreadElement' ? [] : [fieldOf(one.key, one.computed)]));
}

/** Reads options as a function: a component where they render something, else what others mix into theirs. */
export function readOptionsObject(r: ScriptReader, node: t.ObjectExpression, given: string | null): PlaceId {
  const renders = rendersBy(node);
  const name = given ?? nameFromPath(r.b.facts.path);
  const id = r.b.addFunction(name, renders ? 'component' : 'hook', r.fn, spotOf(node), node.loc?.end.line ?? 1);
  const fact = r.b.fn(id);
  const before = { fn: r.fn, scope: r.scope, self: r.self, component: r.component };
  const component = openComponent(r, id);
  if (r.vue === 3) r.b.fn(id).listensOnRoot = true;
  component.model = modelOf(r);
  component.mixin = !renders;
  r.fn = id;
  r.scope = new Scope(before.scope, id);
  r.self = component.self;
  r.component = component;
  readOptions(r, component, node);
  if (!renders) r.b.flow(component.self, fact.result);
  r.fn = before.fn;
  r.scope = before.scope;
  r.self = before.self;
  r.component = before.component;
  return fact.self;
}
