/** A module as a whole: what it imports and exports, and all facts of a file. */
import type { Family, Problem } from '../documents';
import type { CellFact, ContextFact, ContextReadFact, MutationFact } from './cell';
import type { ChannelFact, InjectFact, JoinFact, ProviderFact, StartFact, TieFact } from './channel';
import type {
  ParentInstanceFact,
  HandleFact,
  QueryFact,
  RegisterFact,
  ScopeFact,
  TypeFact,
  TypeImportFact,
} from './component';
import type { CallFact, FunctionFact } from './function';
import type { Flow, FunctionId, Place, PlaceId, Spot, UseFact } from './place';
import type { CloneFact, RouteFact, SiteFact } from './site';

export interface ImportFact {
  place: PlaceId;
  /** The specifier as written. */
  source: string;
  /** `default`, `*` for the whole namespace, or the exported name. */
  imported: string;
  /** It is not taken but given: what the place holds is what the other file calls by that name. */
  gives?: true;
  /** By custom alone: there may be no such file. */
  implied?: true;
  at: Spot;
}

/** An export that is a place of this file, or one passed on from another (`source` set; name `*` for all of them). */
export interface ExportFact {
  name: string;
  place: PlaceId | null;
  source: string | null;
  imported: string | null;
  at: Spot;
}

/** Something the reader met and could not follow. */
export interface GapFact {
  what: 'component' | 'import' | 'channel' | 'instance';
  name: string;
  reason: string;
  fn: FunctionId;
  at: Spot;
}

export interface FileFacts {
  path: string;
  family: Family;
  bytes: number;
  lines: number;
  hash: string;
  problems: Problem[];
  /** Set where a script or the markup could not be read at all, so that facts are missing. */
  broken?: true;
  places: Place[];
  flows: Flow[];
  functions: FunctionFact[];
  calls: CallFact[];
  uses: UseFact[];
  sites: SiteFact[];
  cells: CellFact[];
  contexts: ContextFact[];
  contextReads: ContextReadFact[];
  joins: JoinFact[];
  mutations: MutationFact[];
  ties: TieFact[];
  injects: InjectFact[];
  handles: HandleFact[];
  queries: QueryFact[];
  clones: CloneFact[];
  channels: ChannelFact[];
  starts: StartFact[];
  /** Places of objects that are not the value themselves but hold it: atoms, signals, references. */
  boxes: PlaceId[];
  /** Places whose value tells the elements of a list apart: no use of it, but not nothing either. */
  keys: PlaceId[];
  /** Names of which the file asks whether they hold anything: `if (soil)`, `soil?.depth`. */
  asked: PlaceId[];
  /** What comes of asking about a value as a whole (`!soil`, `soil === other`): nothing that it holds is read. */
  wholes: PlaceId[];
  /** What comes of comparing a name with something else: where that holds nothing, it is just not that one. */
  compared: PlaceId[];
  imports: ImportFact[];
  exports: ExportFact[];
  gaps: GapFact[];
  /** What constants say that are registered by a name: `TOPICS.SOWN`. */
  texts: Record<string, string>;
  /** Types of props the file declares, and names of types it takes from others (`*`: all of them). */
  types: Record<string, TypeFact>;
  typeImports: TypeImportFact[];
  parentInstances: ParentInstanceFact[];
  registers: RegisterFact[];
  scopes: ScopeFact[];
  providers: ProviderFact[];
  routes: RouteFact[];
  outlets: { place: PlaceId; fn: FunctionId }[];
  /** It puts scripts into the page, which may do anything there. */
  loadsScripts?: true;
  /** The side the file says it is for. */
  side: 'client' | 'server' | null;
}

/** Raised whenever the shape or meaning of facts changes, so that cached ones are read again. */
export const FACTS_VERSION = 127;
