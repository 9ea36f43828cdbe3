/** What the family's own attributes do at an element, and how the expressions in attributes and texts are read. */
import type * as t from '@babel/types';
import type { PlaceId, Spot } from '../../model/facts';
import { positionIn } from '../component/html';
import { listenerOf, setting } from '../component/listeners';
import { spotOf } from '../script/builder';
import { value } from '../script/expressions';
import type { ScriptReader } from '../script/reader';
import { kindOf, type Attribute } from './attributes';
import { expressionOf, interpolated, optionsIn, type Piece, scoped, statementsOf, tell } from './expressions';

export class OwnAttributes {
  constructor(private readonly r: ScriptReader) {}

  show(part: Piece, piece: PlaceId): PlaceId | null {
    const { r } = this;
    const place = this.read(part);
    if (place !== null) r.b.use({ place, kind: 'shown', inside: piece, repeat: r.repeat, fn: r.fn, at: this.at(part) });
    return place;
  }

  at({ text, start }: Piece): Spot {
    const before = /^\s*/.exec(text)?.[0].length ?? 0;
    const shown = text.trim();
    return { ...positionIn(this.r, start + before), length: shown.includes('\n') ? 1 : Math.max(shown.length, 1) };
  }

  read(part: Piece, quiet = false): PlaceId | null {
    const node = expressionOf(this.r, part, quiet);
    return node && value(this.r, scoped(this.r, node));
  }

  declare(name: Piece, object: PlaceId | null): void {
    const { r } = this;
    const place = r.b.place('binding', name.text.trim(), r.fn, this.at(name));
    r.scope.declare(name.text.trim(), place);
    r.b.flow(object, place);
  }

  decide({ piece: part }: Attribute): void {
    const place = this.read(part);
    if (place !== null) this.r.b.use({ place, kind: 'branched', fn: this.r.fn, at: this.at(part) });
  }

  /** What the family's own attributes do at an element. */
  apply(attributes: ReadonlyMap<string, Attribute>, piece: PlaceId): void {
    const { r } = this;
    for (const one of attributes.values()) {
      switch (kindOf(one.name)) {
        case 'shown':
          this.shownParts(one.piece, piece);
          break;
        case 'test':
          this.decide(one);
          break;
        case 'event':
          this.handler(one);
          break;
        case 'init':
          for (const run of statementsOf(r, one.piece)) value(r, scoped(r, run));
          break;
        case 'model':
          this.model(one, piece);
          break;
        case 'options':
          this.options(one, piece);
          break;
        case 'text':
          for (const part of interpolated(one.piece.text, one.piece.start)) this.show(part, piece);
          break;
        case 'own':
          break;
      }
    }
  }

  /** `ng-class="{ open: isOpen }"`: what is put together is shown in each of its parts. */
  private shownParts(part: Piece, piece: PlaceId): void {
    const { r } = this;
    const parts = interpolated(part.text, part.start);
    if (parts.length > 0) {
      for (const one of parts) this.show(one, piece);
      return;
    }
    const node = expressionOf(r, part);
    const properties = node?.type === 'ObjectExpression' ? node.properties : [];
    if (properties.length === 0) {
      const place = node && value(r, scoped(r, node));
      if (place !== null)
        r.b.use({ place, kind: 'shown', inside: piece, repeat: r.repeat, fn: r.fn, at: this.at(part) });
      return;
    }
    for (const one of properties) {
      const place = one.type === 'ObjectProperty' ? value(r, scoped(r, one.value as t.Expression)) : null;
      if (place !== null) r.b.use({ place, kind: 'shown', inside: piece, repeat: r.repeat, fn: r.fn, at: spotOf(one) });
    }
  }

  private handler({ name, piece: part }: Attribute): void {
    const { r } = this;
    const run = statementsOf(r, part).map((one) => scoped(r, one));
    const [first] = run;
    if (!first) return;
    const place = value(r, listenerOf(first, run));
    if (place === null) return;
    r.b.use({ place, kind: 'handler', detail: name.replace(/^ng-/, ''), fn: r.fn, at: this.at(part) });
  }

  /** `ng-model="vm.name"`: shown, and set to what is typed. */
  private model({ piece: part, unset }: Attribute, piece: PlaceId): void {
    const { r } = this;
    this.show(part, piece);
    if (unset) return;
    const node = expressionOf(r, part, true);
    if (node?.type !== 'Identifier' && node?.type !== 'MemberExpression') return;
    const set = this.setter(scoped(r, node));
    if (set !== null) r.b.use({ place: set, kind: 'handler', detail: 'input', fn: r.fn, at: this.at(part) });
  }

  /** A function that puts what it is given where an expression stands. */
  setter(target: t.Expression): PlaceId | null {
    return value(this.r, listenerOf(target, [setting(target)]));
  }

  private options({ piece: part }: Attribute, piece: PlaceId): void {
    const { r } = this;
    const found = optionsIn(part);
    if (!found) return tell(r, part);
    const list = this.read(found.list);
    if (list !== null) r.b.use({ place: list, kind: 'iterated', fn: r.fn, at: this.at(found.list) });
    r.repeated('many', () =>
      r.block(() => {
        const [key, item] = found.names;
        if (key) this.declare(key, null);
        this.declare(item, list === null ? null : r.b.part(list, '*', r.fn, this.at(item)));
        for (const one of found.shown) this.show(one, piece);
      }),
    );
  }
}
