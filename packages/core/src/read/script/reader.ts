/** What reading a script carries along: the facts so far, the scope, and what the family adds to plain JavaScript. */
import type * as t from '@babel/types';
import {
  strongerRepeat,
  type FunctionFact,
  type FunctionId,
  type ImportFact,
  type PlaceId,
  type Repeat,
  type SiteFact,
  type Spot,
} from '../../model/facts';
import type { FactsBuilder } from './builder';
import type { DeclaredProps } from './declaredProps';
import type { SingleFileComponent } from './componentInFile';
import { Scope } from './scope';

/** What was met inside a function while it was read. */
export interface Seen {
  markup: boolean;
  hooks: boolean;
}

/** A component written as a class: where its state is kept while its methods are read. */
export interface ClassInstance {
  fn: FunctionId;
  /** The object `this.state` holds. */
  state: PlaceId;
  /** Cells by the field of the state they are, as indices into the facts. */
  cells: Map<string, number>;
  /** Places where a field is set whose name is only known at run time: any of them may be. */
  setsAny: { node: t.Node; fn: FunctionId; repeat: Repeat }[];
  /** Places where an object is set that is made elsewhere, and the place that holds it. */
  setsGiven: { argument: PlaceId | null; node: t.Node; fn: FunctionId; repeat: Repeat }[];
  /** Methods of the class that begin in its state, by name, and the cell each is kept in. */
  cachedMethods: { method: string; cell: PlaceId }[];
}

/** A store being made: what the functions that change and read it are called, and its cells. */
export interface StoreBeingMade {
  set: string | null;
  get: string | null;
  whole: PlaceId;
  cells: Map<string, { field: string; value: PlaceId; setter: PlaceId }>;
}

/** What a family knows beyond the language itself. */
export interface Dialect {
  /** Reads a call the family gives a meaning to; `undefined` leaves it to the plain reading. */
  call(r: ScriptReader, node: t.CallExpression | t.NewExpression, target: t.Node | null): PlaceId | null | undefined;
  markup(r: ScriptReader, node: t.JSXElement | t.JSXFragment): PlaceId | null;
  /** Reads an assignment the family gives a meaning to; false leaves it to the plain reading. */
  assign(r: ScriptReader, node: t.AssignmentExpression): boolean;
  /** Reads a class the family gives a meaning to; `undefined` leaves it to the plain reading. */
  classLike(r: ScriptReader, node: t.ClassDeclaration | t.ClassExpression, name: string): PlaceId | undefined;
  /** Reads a function the family gives a meaning to, or leaves to whoever registers it; `undefined` leaves it to the plain reading. */
  functionLike?(r: ScriptReader, node: t.Node, name: string): PlaceId | undefined;
  /** What a declared name stands for where it is read; undefined where that is simply what it holds. */
  named?(r: ScriptReader, place: PlaceId, node: t.Identifier): PlaceId | undefined;
  /** A field the family gives a meaning to; null leaves it to the plain reading. */
  member?(r: ScriptReader, node: t.MemberExpression): PlaceId | null;
  /** An object a function returns that is more than its fields. */
  returned?(r: ScriptReader, node: t.ObjectExpression): PlaceId | undefined;
  /** An object at the top of a module the family gives a meaning to; `undefined` leaves it to the plain reading. */
  objectLike?(r: ScriptReader, node: t.ObjectExpression, name: string | null): PlaceId | undefined;
  /** A list the family gives a meaning to; `undefined` leaves it to the plain reading. */
  list?(r: ScriptReader, node: t.ArrayExpression): PlaceId | undefined;
  /** What a prop written in markup stands among the props as. */
  propName?(name: string): string;
  /** Whether a field that is set is a cell of the family's own. */
  setsCell?(r: ScriptReader, target: t.MemberExpression): boolean;
  /** What a parameter of a constructor is given by who makes the instance, where that is the family itself. */
  injected?(r: ScriptReader, param: t.Node): PlaceId | null;
  /** The fields of a class that are given that way. */
  injectedFields?(r: ScriptReader, node: t.ClassDeclaration | t.ClassExpression): ReadonlySet<string>;
  /** Whether what a field starts with goes on following what it is computed from. */
  follows?(node: t.Node): boolean;
  /** A variable takes a value: gives the place it takes, where the family makes that another one. */
  declared?(r: ScriptReader, id: t.Node, init: t.Node, from: PlaceId): PlaceId;
  /** Reads the setting of a plain name the family gives a meaning to; false leaves it to the plain reading. */
  setName?(r: ScriptReader, node: t.Identifier, place: PlaceId | null): boolean;
  /** What the address gives, as props, to what a route shows. */
  routed?(r: ScriptReader, path: string, site: SiteFact | undefined): void;
  /** Whether the family's own reader looks after subscriptions that are not ended. */
  endsSubscriptions?: true;
  /** Whether listeners put on an element by what wraps it go with that element. */
  endsWithElements?: true;
  /** Called once a module has been read. */
  finish(r: ScriptReader): void;
  /** Takes note of an object the family gives a meaning to, once its fields have been read. */
  object(r: ScriptReader, node: t.ObjectExpression): void;
  /** Takes note of a function read, by its syntax. */
  functionRead(r: ScriptReader, node: t.Node, self: PlaceId, name: string): void;
  /** Decides what a function is once its body has been read. */
  settle(r: ScriptReader, fn: FunctionFact, seen: Seen): void;
}

export class ScriptReader {
  fn: FunctionId = 0;
  scope = new Scope(null, 0);
  repeat: Repeat = 'once';
  /** Inside a loop, what is being read is done for some of its turns only. */
  chosen = false;
  /** The markup being read starts from nothing where a key changes. */
  keyed = false;
  /** The loop around makes what is being read anew for each other element. */
  perElement = false;
  /** What `this` stands for, inside a class that is followed. */
  self: PlaceId | null = null;
  /** What the class being read extends, where that can be followed. */
  base: PlaceId | null = null;
  /** The class being read, where it is a component. */
  instance: ClassInstance | null = null;
  /** The piece of markup being read, for elements written directly inside one another. */
  fragment: PlaceId | null = null;
  /** How many elements of the piece stand around what is being read. */
  depth = 0;
  seen: Seen = { markup: false, hooks: false };

  readonly importOf = new Map<PlaceId, ImportFact>();
  /** Defaults given where a field is taken apart, and where the field is named, by `place.field`. */
  readonly defaults = new Map<string, string>();
  readonly fieldSpots = new Map<string, Spot>();
  /** Places that hold the same props object as a component's parameter does. */
  readonly propsHolders = new Map<PlaceId, ReadonlySet<PlaceId>>();
  /** The type a component's props are said to have, by its function. */
  readonly propTypes = new Map<FunctionId, t.Node>();
  /** Functions that read what they are given other than by their parameters. */
  readonly takesArguments = new Set<FunctionId>();
  /** Functions that say of what kind of component they return: its own type is not what is asked of whoever renders it. */
  readonly givesComponent = new Set<FunctionId>();
  /** Props declared beside components, by the component's name. */
  readonly declaredProps = new Map<string, DeclaredProps>();
  /** The single-file component being read. */
  component: SingleFileComponent | null = null;
  /** The major version of Vue the file is written for. */
  vue: 2 | 3 = 3;
  /** What is being read runs only where a child asks for it: the change of what it is passed. */
  onRequest = false;
  /** An expression of a template is being read. */
  inTemplate = false;
  /** The cells that fields of the class being read are, where it is a component whose fields are its state. */
  fieldCells: Map<string, PlaceId> = new Map();
  /** The class being read that is no component, by its name. */
  className: string | null = null;
  /** The constructor being read, of a class that is no component. */
  constructing: FunctionId | null = null;
  /** Cells that begin as a plain text, number or truth value: passed, they are copied. */
  readonly plainCells = new Set<PlaceId>();
  /** Places that hold a reference made in this file. */
  readonly references = new Set<PlaceId>();
  /** What references give where they are named in a template, by the reference and the function around it. */
  readonly bare = new Map<string, PlaceId>();
  /** References whose change is asked for by a function, by the reference. */
  readonly models = new Map<PlaceId, PlaceId>();
  /** What a name stands for that nothing declares; by default nothing that is followed. */
  missing: (name: string, at: Spot) => PlaceId | null = () => null;
  /** What the family itself gives to parameters of constructors. */
  readonly injectedInto = new Map<PlaceId, PlaceId>();
  /** Fields of the class being read that hold what the family gives: instances of classes, and no lists. */
  injectedFields: ReadonlySet<string> = new Set();
  /** Functions run when something comes and when it goes: what the ones start, the others have to end. */
  readonly started: { node: t.Node; fn: FunctionId; again?: boolean }[] = [];
  readonly stopped: t.Node[] = [];
  /** Stores whose initial functions are being read, the innermost last. */
  readonly stores: StoreBeingMade[] = [];
  /** Change functions of the module's own variables that functions assign to, by the variable's place. */
  readonly variables = new Map<PlaceId, PlaceId>();
  /** Names that hold what a class was made into, or the instance itself. */
  readonly instances = new Set<PlaceId>();
  /** Names that hold those of elements of the page. */
  readonly elementNames = new Set<PlaceId>();
  /** Methods of the plain class being read. */
  methods: ReadonlySet<string> = new Set();
  /** Names that hold one of an element of the page where nothing else is given. */
  readonly elementsElse = new Set<PlaceId>();
  /** Places that code asks for before it uses them. */
  readonly asked = new Set<PlaceId>();
  /** Places that are read whenever the function they belong to runs to its end. */
  readonly certain = new Set<PlaceId>();
  /** The branch that the code being read stands in, and the one that each function does. */
  branch = 0;
  readonly branchAround = new Map<FunctionId, number>();
  /** Branches that places are read in. */
  readonly readIn = new Map<PlaceId, number>();
  /** Channels between pages, by the variable that holds them. */
  readonly broadcasts = new Map<PlaceId, string>();
  /** What the module's own constants are set to. */
  readonly consts = new Map<string, t.Node>();
  /** The functions declared so far, by name: at the top of the module and inside other functions. */
  readonly functionsNamed = new Map<string, t.Node[]>();
  private lastBranch = 0;
  private readonly globals = new Map<string, PlaceId>();

  constructor(
    readonly b: FactsBuilder,
    readonly dialect: Dialect,
    readonly text: string,
  ) {}

  source(node: t.Node): string {
    return this.text.slice(node.start ?? 0, node.end ?? 0);
  }

  /** What is read from here on is read in a branch of its own. */
  enterBranch(): void {
    this.branch = ++this.lastBranch;
  }

  /** Runs `read` with everything in it rendered at least as often as `repeat` says. */
  repeated<T>(repeat: Repeat, read: () => T): T {
    const { repeat: before, chosen } = this;
    this.repeat = strongerRepeat(before, repeat);
    // A loop within starts anew: whatever it does, it does for all.
    this.chosen = repeat === 'conditional' ? chosen || before === 'many' : repeat === 'many' ? false : chosen;
    const around = this.branch;
    if (repeat === 'conditional') this.enterBranch();
    try {
      return read();
    } finally {
      this.branch = around;
      this.repeat = before;
      this.chosen = chosen;
    }
  }

  /** Runs `read` inside a piece of markup, or (null) outside any. */
  within<T>(fragment: PlaceId | null, read: () => T): T {
    const before = this.fragment;
    const depth = this.depth;
    if (fragment !== before) this.depth = 0;
    this.fragment = fragment;
    try {
      return read();
    } finally {
      this.fragment = before;
      this.depth = depth;
    }
  }

  block<T>(read: () => T): T {
    const before = this.scope;
    this.scope = new Scope(before, this.fn);
    try {
      return read();
    } finally {
      this.scope = before;
    }
  }

  /** A name nothing in this file declares: one place a name. */
  global(name: string, at: Spot): PlaceId {
    let place = this.globals.get(name);
    if (place === undefined) {
      place = this.b.place('unknown', name, 0, at);
      this.globals.set(name, place);
    }
    return place;
  }
}
