/** Reading a value from where it is shared, by all who use it, instead of passing it on. */
import { list } from '../../rules/rule';
import type { Carried, CarriedProp } from '../carry';
import type { ComponentEditor, Gets } from '../component';
import type { Elsewhere } from '../react/elsewhere';
import type { ReactComponent } from '../react/component';
import { specifierFrom } from '../syntax/specifier';
import type { Move } from './situation';

/** How values are shared: by contexts, or by a module of their own. */
export interface Medium {
  /** In words: “the context”. */
  readonly from: string;
  /** What comes of reading a value. */
  readonly gives: Gets;
  /** What a component writes to read, under a name, what an expression of the home stands for; null where that is not shared. */
  read(component: ComponentEditor, expression: string, local: string | null): string | null;
  /** What stands for an expression in the file of a tag that provides its own; null where tags cannot. */
  keyAt(path: string, expression: string): string | null;
}

/** What a file calls a module that a plan makes, with the ending that its other imports have. */
export function specifierIn(move: Move, from: string, to: string): string {
  const text = move.workshop.texts.original(from);
  return specifierFrom(from, to, /from ['"]\.[^'"]*\.[cm]?[jt]sx?['"]/.test(text));
}

export class Reach {
  constructor(
    private readonly move: Move,
    private readonly medium: Medium,
  ) {}

  /** A statement by which a component has the value under a name. */
  read(component: ReactComponent, expression: string, local: string): void {
    const read = this.medium.read(component, expression, local);
    if (read !== null) component.readFrom(local, read);
  }

  /** Whoever uses the value reads it, and nobody passes it on any more, from the last one up. */
  everybody(carried: readonly Carried[]): void {
    const { move } = this;
    const { workshop, steps } = move;
    const all = carried.flatMap(({ expression, isFunction, props }) =>
      props.map((one) => ({ one, expression, isFunction })),
    );
    for (const { one } of all)
      for (const { from, passed } of one.givers) if (passed) workshop.editor(from)?.dropPassed(passed);
    for (const { one, expression } of all) for (const other of one.elsewhere) this.provideAt(other, expression);
    const uses = ({ one }: { one: CarriedProp }): boolean => one.component.usesOf(one.taken, one.prop).length > 0;
    const readers = groupBy(all.filter(uses), ({ one }) => one.component);
    for (const [component, reads] of readers) {
      for (const { one, expression, isFunction } of reads) this.instead(one, expression, isFunction);
      const names = list(reads.map(({ one }) => one.prop));
      steps.edit(`Let ${component.name} read ${names} from ${this.medium.from}.`, component.path);
    }
    const named = all.filter((each) => !uses(each) && each.one.taken.by !== 'rest');
    for (const [component, drops] of [...groupBy(named, ({ one }) => one.component)].reverse()) {
      for (const { one } of drops) component.dropProp(one.prop);
      const names = list(drops.map(({ one }) => one.prop));
      steps.edit(
        `Take ${names} out of ${component.name}, which only passed ${drops.length === 1 ? 'it' : 'them'} on.`,
        component.path,
      );
    }
    const home = workshop.editor(move.home);
    if (home && carried.length > 0)
      steps.edit(
        `Stop passing ${list(carried.map(({ expression, hoists, original }) => (hoists ? original.prop : expression)))} down from ${home.name}.`,
        home.path,
      );
  }

  /** A tag that was given something else provides that. */
  private provideAt(other: Elsewhere, expression: string): void {
    const { path } = other.syntax;
    const key = this.medium.keyAt(path, expression);
    if (key === null) return;
    this.move.workshop.tagProviders.add(other, key);
    this.move.steps.edit(
      `Let line ${other.element.loc?.start.line ?? 0} of ${path} provide its own ${other.value}.`,
      path,
    );
  }

  private instead({ component, taken, prop }: CarriedProp, expression: string, isFunction: boolean): void {
    const read = this.medium.read(component, expression, 'local' in taken ? String(taken.local) : null);
    const imports = this.move.workshop.importsOf(component.path);
    if (read !== null) component.readInstead(taken, prop, read, imports, isFunction ? 'called' : this.medium.gives);
  }
}

function groupBy<K, V>(values: readonly V[], key: (value: V) => K): Map<K, V[]> {
  const groups = new Map<K, V[]>();
  for (const value of values) groups.set(key(value), [...(groups.get(key(value)) ?? []), value]);
  return groups;
}
