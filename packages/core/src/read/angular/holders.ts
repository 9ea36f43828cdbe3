/** Names that hold an instance of a package's class, as constructors and `inject` give it. */
import type * as t from '@babel/types';
import { fieldOf } from '../script/patterns';
import type { ScriptReader } from '../script/reader';

/** Classes whose methods are read where they are called, with the packages they come from. */
const CLASSES = {
  HttpClient: { from: '@angular/common/http', declares: /\b(\w+)(?:: ?HttpClient\b| ?= ?inject\(HttpClient\b)/g },
  FormBuilder: {
    from: '@angular/forms',
    declares: /\b(\w+)(?:: ?(?:NonNullable|Untyped)?FormBuilder\b| ?= ?inject\((?:NonNullable|Untyped)?FormBuilder\b)/g,
  },
  FormGroup: {
    from: '@angular/forms',
    declares:
      /\b(\w+)[!?]?(?:: ?(?:Untyped)?FormGroup\b| ?= ?(?:new (?:Untyped)?FormGroup\b|(?:this\.)?\w+(?:\.nonNullable)?\.group\())/g,
  },
  Store: { from: '@ngrx/store', declares: /\b(\w+)(?:: ?Store\b| ?= ?inject\(Store\b)/g },
} as const;
type HolderKind = keyof typeof CLASSES;

const known = new WeakMap<ScriptReader, Map<HolderKind, ReadonlySet<string>>>();

/** `constructor(private http: HttpClient)`, `http = inject(HttpClient)`. */
function namesOf(r: ScriptReader, kind: HolderKind): ReadonlySet<string> {
  const all = known.get(r) ?? new Map<HolderKind, ReadonlySet<string>>();
  known.set(r, all);
  const before = all.get(kind);
  if (before) return before;
  const { from, declares: pattern } = CLASSES[kind];
  const isImported = r.b.facts.imports.some(({ source }) => source === from);
  const names = new Set(isImported ? [...r.text.matchAll(pattern)].map(([, name = '']) => name) : []);
  all.set(kind, names);
  return names;
}

/** The method that a call calls on an instance of a class; null for any other call. */
export function methodOn(r: ScriptReader, { callee }: t.CallExpression, kind: HolderKind): string | null {
  if (callee.type !== 'MemberExpression') return null;
  const { object } = callee;
  const isOwn = object.type === 'MemberExpression' && object.object.type === 'ThisExpression';
  const name = object.type === 'Identifier' ? object.name : isOwn ? fieldOf(object.property, object.computed) : '';
  if (name === '' || !namesOf(r, kind).has(name)) return null;
  return fieldOf(callee.property, callee.computed);
}
