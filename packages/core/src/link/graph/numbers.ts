/**
 * Project-wide numbers for the places, functions, calls, sites, uses and cells of all files. The lists have holes for
 * spare numbers: `forEach` skips them, `for … of` does not.
 */
import type {
  CallFact,
  CellFact,
  CloneFact,
  ContextReadFact,
  FileFacts,
  FunctionFact,
  Place,
  SiteFact,
  UseFact,
} from '../../model/facts';
import { NumberBlocks } from './numberBlocks';

/** An item of one file. */
export interface Numbered<T> {
  fact: T;
  file: number;
}

export interface NumberedFunction extends Numbered<FunctionFact> {
  /** The number of the function around it; -1 for a module. */
  parent: number;
}

// A function of a few lines has some ten places.
const SPARE = { places: 48, functions: 12, calls: 16, sites: 8, uses: 16, cells: 6, reads: 4, clones: 2 };

export class Numbers {
  readonly places = new NumberBlocks<Place>(SPARE.places);
  readonly functions = new NumberBlocks<NumberedFunction>(SPARE.functions);
  readonly calls = new NumberBlocks<Numbered<CallFact>>(SPARE.calls);
  readonly sites = new NumberBlocks<Numbered<SiteFact>>(SPARE.sites);
  readonly uses = new NumberBlocks<Numbered<UseFact>>(SPARE.uses);
  readonly cells = new NumberBlocks<Numbered<CellFact>>(SPARE.cells);
  readonly contextReads = new NumberBlocks<Numbered<ContextReadFact>>(SPARE.reads);
  readonly clones = new NumberBlocks<Numbered<CloneFact>>(SPARE.clones);

  /** Numbers what the next file holds. */
  open(facts: FileFacts, file: number): void {
    this.places.open(facts.places);
    this.functions.open(functionsOf(facts, file, this.functions.size));
    this.calls.open(numbered(facts.calls, file));
    this.sites.open(numbered(facts.sites, file));
    this.uses.open(numbered(facts.uses, file));
    this.cells.open(numbered(facts.cells, file));
    this.contextReads.open(numbered(facts.contextReads, file));
    this.clones.open(numbered(facts.clones, file));
  }

  /** To be called once all files are numbered. */
  close(): void {
    for (const blocks of [this.places, this.functions, this.calls, this.sites]) blocks.close();
    for (const blocks of [this.uses, this.cells, this.contextReads, this.clones]) blocks.close();
  }

  /** Whether other facts of a file find room in its blocks. */
  fits(facts: FileFacts, file: number): boolean {
    return (
      this.places.fits(file, facts.places.length) &&
      this.functions.fits(file, facts.functions.length) &&
      this.calls.fits(file, facts.calls.length) &&
      this.sites.fits(file, facts.sites.length) &&
      this.uses.fits(file, facts.uses.length) &&
      this.cells.fits(file, facts.cells.length) &&
      this.contextReads.fits(file, facts.contextReads.length) &&
      this.clones.fits(file, facts.clones.length)
    );
  }

  /** Puts other facts of a file into its blocks. */
  replace(facts: FileFacts, file: number): void {
    this.places.replace(file, facts.places);
    this.functions.replace(file, functionsOf(facts, file, this.functions.baseOf(file)));
    this.calls.replace(file, numbered(facts.calls, file));
    this.sites.replace(file, numbered(facts.sites, file));
    this.uses.replace(file, numbered(facts.uses, file));
    this.cells.replace(file, numbered(facts.cells, file));
    this.contextReads.replace(file, numbered(facts.contextReads, file));
    this.clones.replace(file, numbered(facts.clones, file));
  }
}

function numbered<T>(facts: readonly T[], file: number): Numbered<T>[] {
  return facts.map((fact) => ({ fact, file }));
}

function functionsOf(facts: FileFacts, file: number, base: number): NumberedFunction[] {
  return facts.functions.map((fact) => ({ fact, file, parent: fact.parent === null ? -1 : base + fact.parent }));
}
