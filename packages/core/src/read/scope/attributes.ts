/** Attributes of markup: how they are named, which are the family's own, and what those do. */
import type { Spot } from '../../model/facts';
import { isOfElements } from '../../model/domAttributes';
import { attributeSpot, childrenOf, type Element, isElement, type Node } from '../component/html';
import type { ScriptReader } from '../script/reader';
import { cut, expressionOf, type Piece } from './expressions';

export interface Attribute {
  /** As the family knows it: without the prefix by which it may be valid markup. */
  name: string;
  written: string;
  text: string;
  piece: Piece;
  /** A model where nothing can be typed or chosen: it is only looked at. */
  unset?: true;
}

/** `data-ng-click`, `x-ng-click`, `ng:click` and `ng_click` are all `ng-click`. */
export function nameOf(written: string): string {
  return written
    .toLowerCase()
    .replace(/^(x|data)[-:_]/, '')
    .replace(/[:_]/g, '-');
}

/** The attributes of an element by their names. */
export function attributesOf(r: ScriptReader, node: Element): ReadonlyMap<string, Attribute> {
  const found = new Map<string, Attribute>();
  for (const { name: written, value: text } of node.attrs) {
    const name = nameOf(written);
    const { start } = attributeSpot(r, node, written);
    const from = start + (/^["']/.test(r.text.slice(start, start + 1)) ? 1 : 0);
    found.set(name, { name, written, text, piece: { text, start: from } });
  }
  const model = found.get('ng-model');
  if (model && !setsModel(node, found)) model.unset = true;
  return found;
}

/** Whether an element sets its model: a control does, and whatever the project makes of a tag or of an attribute may. */
function setsModel(node: Element, attributes: ReadonlyMap<string, Attribute>): boolean {
  if (/^(input|select|textarea)$/.test(node.tagName) || !isElementName(node.tagName)) return true;
  return [...attributes.keys()].some(
    (name) => name === 'contenteditable' || name.startsWith('ui-') || mayBeDirective(name),
  );
}

type Kind = 'shown' | 'test' | 'event' | 'init' | 'model' | 'options' | 'own' | 'text';

const SHOWN =
  /^ng-(bind|bind-html|bind-template|class|class-even|class-odd|style|value|src|srcset|href|disabled|checked|readonly|selected|open|required|min|max|minlength|maxlength|pattern|attr-.*|prop-.*)$/;
const EVENT =
  /^ng-(click|dblclick|mousedown|mouseup|mouseover|mouseenter|mouseleave|mousemove|keydown|keyup|keypress|submit|focus|blur|copy|cut|paste|change|swipe-left|swipe-right|on-.*)$/;

/** What an attribute of the family does; `text`: it is none of them. */
export function kindOf(name: string): Kind {
  if (name === 'ng-model') return 'model';
  if (name === 'ng-options') return 'options';
  if (name === 'ng-init') return 'init';
  if (/^ng-(show|hide|switch)$/.test(name)) return 'test';
  if (SHOWN.test(name)) return 'shown';
  if (EVENT.test(name)) return 'event';
  return /^(ng|ui|on|src)$|^(ng|ui)-/.test(name) ? 'own' : 'text';
}

/** Whether an attribute may be a directive of the project. */
export function mayBeDirective(name: string): boolean {
  return !isOfElements(name) && kindOf(name) === 'text';
}

const ELEMENTS = new Set(
  (
    'a abbr address area article aside audio b base bdi bdo blockquote body br button canvas caption center cite code col ' +
    'colgroup data datalist dd del details dfn dialog div dl dt em embed fieldset figcaption figure font footer form frame ' +
    'frameset h1 h2 h3 h4 h5 h6 head header hgroup hr html i iframe img input ins kbd label legend li link main map mark ' +
    'menu meta meter nav noscript object ol optgroup option output p param picture pre progress q rp rt ruby s samp script ' +
    'search section select slot small source span strong style sub summary sup svg table tbody td template textarea tfoot ' +
    'th thead time title tr track tt u ul var video wbr ' +
    'circle clippath defs desc ellipse filter foreignobject g image line lineargradient marker mask path pattern polygon ' +
    'polyline radialgradient rect stop symbol text textpath tspan use math ' +
    'ng-form ng-view ng-include ng-transclude ng-pluralize ui-view'
  ).split(' '),
);

/** Whether a tag is one of the page, or of the family, rather than a component's. */
export function isElementName(tag: string): boolean {
  return ELEMENTS.has(nameOf(tag));
}

const SETS = /^ng-(model|init|click|dblclick|change|submit|blur|focus|key(up|down|press)|mouse\w+)$/;
/** Attributes that make a scope of their own for what stands in them. */
const OWN_SCOPE = /^ng-(if|repeat|repeat-start|include|controller|switch-when|switch-default|view)$/;

/** The names, without a dot, that markup sets in the scope of an element, and where it first does. */
export function namesSetIn(
  r: ScriptReader,
  nodes: readonly Node[],
  except: Attribute | null,
): { name: string; at: Spot }[] {
  const found = new Map<string, Spot>();
  const queue = nodes.filter((node) => isElement(node));
  const own = nodes.length === 1 ? queue[0] : undefined;
  for (let element = queue.shift(); element; element = queue.shift()) {
    const attributes = attributesOf(r, element);
    // What stands inside a further scope is that one's.
    if (element !== own && [...attributes.keys()].some((name) => OWN_SCOPE.test(name))) continue;
    for (const one of attributes.values()) {
      if (one === except || one.unset || !SETS.test(one.name)) continue;
      for (const name of setBy(r, one))
        if (!found.has(name)) found.set(name, attributeSpot(r, element, one.written).at);
    }
    for (const child of childrenOf(element)) if (isElement(child)) queue.push(child);
  }
  return [...found].map(([name, at]) => ({ name, at }));
}

function setBy(r: ScriptReader, { name, piece }: Attribute): string[] {
  if (name === 'ng-model') {
    const plain = /^\s*([A-Za-z_$][\w$]*)\s*$/.exec(piece.text)?.[1];
    return plain === undefined ? [] : [plain];
  }
  if (!/=|\+\+|--/.test(piece.text)) return [];
  return cut(piece, ';').flatMap((part) => {
    const node = expressionOf(r, part, true);
    if (node?.type === 'AssignmentExpression' && node.left.type === 'Identifier') return [node.left.name];
    if (node?.type === 'UpdateExpression' && node.argument.type === 'Identifier') return [node.argument.name];
    return [];
  });
}
