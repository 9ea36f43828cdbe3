/** The mend of each rule that has one. A rule without is told with the reason why. */
import { bareStore } from './bare-store';
import { directWrite } from './direct-write';
import { drilled, drilledAsMarkup } from './drilled';
import { freshContext } from './fresh-context';
import { frozenRead } from './frozen-read';
import { highHome } from './high-home';
import type { Mend } from './job';
import { leakedListener } from './leaked-listener';
import { lostOverflow } from './lost-overflow';
import { missingProvider } from './missing-provider';
import { nearName } from './near-name';
import { oneOfMany } from './one-of-many';
import { outsideWrite } from './outside-write';
import { privateStore } from './private-store';
import { silentWrite } from './silent-write';
import { unusedProp } from './unused-prop';
import { wideClient } from './wide-client';

/** Where there are several, the first that can be written is. */
export const MENDS: Readonly<Record<string, Mend | readonly Mend[]>> = {
  'bare-store': bareStore,
  'drilled-prop': [drilled, drilledAsMarkup],
  'relayed-event': [drilled, drilledAsMarkup],
  'direct-write': directWrite,
  'fresh-context': freshContext,
  'frozen-read': frozenRead,
  'high-home': highHome,
  'leaked-listener': leakedListener,
  'lost-overflow': lostOverflow,
  'missing-provider': missingProvider,
  'one-of-many': oneOfMany,
  'outside-write': outsideWrite,
  'private-store': privateStore,
  'silent-write': silentWrite,
  'unknown-prop': nearName,
  'unheard-event': nearName,
  'unsent-event': nearName,
  'unused-prop': unusedProp,
  'wide-client': wideClient,
};

/** Why findings of some rules have no mend that is safe to write. */
export const NO_MEND: Readonly<Record<string, string>> = {
  'missing-prop': 'Which value it should get is for you to decide.',
  'payload-mismatch': 'Which side is right is for you to decide.',
  'mirrored-state': 'Which of the two copies is right is for you to decide.',
  unresolved: 'Nothing is wrong with the code: it could not be followed.',
};
