/**
 * The facts of all files as one graph: numbered places with edges in both directions, imports joined to what they
 * import, and joins by key.
 */
import type { FileFacts } from '../../model/facts';
import { dependencyKey, type Dependencies } from '../memo/memo';
import { AutoImports } from '../resolve/autoImports';
import { Modules, type ConfigFile, type Resolution } from '../resolve/modules';
import { Callers } from './callers';
import type { Edge } from './edges';
import { ImportedFields } from './importedFields';
import { Imports } from './imports';
import { KeyedJoins } from './keyedJoins';
import { TracedGraph } from './tracedGraph';
import type { Origin } from './traces';

export type { Origin };

export class Graph extends TracedGraph {
  readonly modules: Modules;
  readonly autoImports: AutoImports;
  private readonly importedFields: ImportedFields;
  private readonly imports: Imports;
  private readonly callers: Callers;
  readonly keyedJoins: KeyedJoins;

  constructor(files: readonly FileFacts[], configs: readonly ConfigFile[], dependencies: Dependencies) {
    super(files, dependencies);
    this.modules = new Modules(files, configs);
    this.importedFields = new ImportedFields(this, dependencies);
    this.autoImports = new AutoImports(configs);
    this.imports = new Imports(this, this.modules, this.autoImports, dependencies);
    this.callers = new Callers(this, dependencies);
    this.keyedJoins = new KeyedJoins(this, dependencies);
    this.join();
  }

  /** Components that a wrapper adds props to. */
  get injected(): ReadonlySet<number> {
    return this.keyedJoins.injected;
  }

  /** Everything that leads from one file into another, stage by stage. */
  private join(): void {
    this.see('imports');
    this.imports.settle();
    this.keyedJoins.settle();
    this.see('routes');
    this.callers.settle();
  }

  /**
   * Takes over other facts of some files, and touches whatever else that changes. False, and nothing done, where it changes
   * more than can be told file by file.
   */
  replace(changes: ReadonlyMap<number, FileFacts>): boolean {
    for (const [file, facts] of changes) if (!this.takes(file, facts)) return false;
    const taken = new Map([...changes.keys()].map((file) => [file, this.takenBy(file)]));
    this.out.forgetFields();
    for (const file of changes.keys()) this.loosen(file);
    for (const [file, facts] of changes) {
      this.replaceFile(file, facts);
      this.dependencies.invalidate(file);
    }
    this.join();
    for (const [file, before] of taken) this.importedFields.invalidateChanged(before, this.takenBy(file));
    return true;
  }

  private takenBy(file: number): Map<number, string> {
    const facts = this.files[file];
    return facts ? this.importedFields.takenBy(facts, file) : new Map();
  }

  /** How each import of a file resolved, in the order of its imports. */
  resolutionsOf(file: number): readonly Resolution[] {
    return this.imports.resolutionsOf(file);
  }

  /** What an imported place was imported from. */
  importedAs(place: number): { source: string; resolution: Resolution } | undefined {
    return this.imports.importedAs(place);
  }

  /** The edges that a value in one field of what a place holds may take; null where all are to be looked through. */
  outFor(place: number, field: string): readonly Edge[] | null {
    const edges = this.out.forField(place, field, this.takenThrough);
    if (edges) this.dependencies.dependOn(dependencyKey.takers(place));
    return edges;
  }

  private readonly takenThrough = (edge: Edge): readonly string[] | null =>
    edge.op === 'same' ? this.importedFields.fieldsOf(edge.to) : null;

  /** Calls that are known to call a function. */
  callersOfFunction(fn: number): readonly number[] {
    return this.callers.of(fn);
  }

  /** The calls of every function that is called, by function; the same map as long as none comes or goes. */
  get calledFunctions(): ReadonlyMap<number, readonly number[]> {
    return this.callers.all;
  }
}
