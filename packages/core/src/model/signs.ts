/**
 * What is passed to a component beside its props stands among them under signs that no prop can have: events it sends up,
 * bindings it asks to change, content for its slots. Readers write them; nobody else spells them.
 */

const EVENT = '@';
const UPDATE = '@update:';
const SLOT = '#';
const TEXT = '"';
/** Behind the sign of a slot. */
const CONTENT = '?';
const PLAIN_SLOT = 'default';

export function eventProp(event: string): string {
  return `${EVENT}${event}`;
}

/** What is written for a prop as a text, where what it says as an expression stands under the prop's own name. */
export function textProp(prop: string): string {
  return `${TEXT}${prop}`;
}

/** Whether a field is what is written for a prop as a text. */
export function isText(field: string): boolean {
  return field.startsWith(TEXT);
}

export function slotProp(slot: string): string {
  return `${SLOT}${slot}`;
}

/**
 * What stands between a component's tags under the names that it bears (`header`, `[bed]`, `.wide`): it goes to the first slot that asks
 * for some of them, and to the plain one where none does.
 */
export function contentProp(names: readonly string[]): string {
  return slotProp(names.length === 0 ? PLAIN_SLOT : `${CONTENT}${names.join(' ')}`);
}

/** A name that content must not bear. */
export const without = (name: string): string => `!${name}`;

/** A slot that asks for content by its names: for any of several lists, each of names that all have to be there. */
export function askingSlot(lists: readonly (readonly string[])[]): string {
  return slotProp(`${CONTENT}${lists.map((names) => names.join(' ')).join(',')}`);
}

/** Whether a field is content that goes to the slot that asks for it. */
export function isContent(field: string): boolean {
  return field.startsWith(`${SLOT}${CONTENT}`);
}

/** Which of the slots of a component takes content. */
export function slotOf(content: string, slots: Iterable<string>): string {
  const names = new Set(shownName(content).split(' '));
  const fits = (name: string): boolean => (name.startsWith('!') ? !names.has(name.slice(1)) : names.has(name));
  for (const slot of slots)
    if (
      isContent(slot) &&
      shownName(slot)
        .split(',')
        .some((list) => list.split(' ').every(fits))
    )
      return slot;
  return slotProp(PLAIN_SLOT);
}

/** The event a field of the props stands for; null where it stands for none. */
export function eventOf(field: string): string | null {
  return field.startsWith(EVENT) ? field.slice(EVENT.length) : null;
}

/** What asks for the change of a prop that is bound both ways. */
export function updateProp(prop: string): string {
  return `${UPDATE}${prop}`;
}

/** Whether a field asks for the change of what is bound both ways. */
export function isUpdate(field: string): boolean {
  return field.startsWith(UPDATE);
}

export function isSlot(field: string): boolean {
  return field.startsWith(SLOT);
}

/** Whether a field is no prop but one of the things passed beside them. */
export function isSigned(field: string): boolean {
  return eventOf(field) !== null || isSlot(field);
}

/** One of the elements of a list: no field that has a name. A key chosen while the program runs is `*`, which may be any field. */
export const ELEMENT = '**';

/** Whether a field stands for one of many, by place or by a key that is not known. */
export function isAnyField(field: string): boolean {
  return field === '*' || field === ELEMENT;
}

/** What markup that is compiled while the program runs is called among what could not be followed. */
export const COMPILED = '$compile()';

/** Where a store keeps what it tells: in a field of the function by which one subscribes to it. */
export const TELLS = 'subscribe';
export const TOLD = '$';
/** What a stream began as, whatever was made of it on the way. */
export const SOURCE = '$source';

/** What a template that is handed over is given without a name. */
export const IMPLICIT = '$implicit';

/** What stands among the props for the listeners of the elements around a tag, each in a field by the name of its event. */
export const AROUND = '^';

/** What a controller and a directive that takes it for its own pass each other: a scope, and an instance. */
export const PASSED_SCOPE = '(scope)';
export const PASSED_INSTANCE = '(instance)';

/** Whether a field is only on the way to a value, and no part of its name. */
export function isWay(field: string): boolean {
  if (field === PASSED_SCOPE || field === PASSED_INSTANCE) return true;
  return field === AROUND || field === TELLS || field === TOLD || field === SOURCE || field === IMPLICIT;
}

/** All events, all slots, where fields are named that something leaves out. */
export const EVENTS = EVENT;
export const SLOTS = SLOT;
/** Everything that is neither. */
export const PLAIN = '=';

/** Whether a field is among those left out. */
export function isLeftOut(field: string, except: readonly string[] | null | undefined): boolean {
  if (!except) return false;
  return (
    except.includes(field) ||
    (eventOf(field) !== null && except.includes(EVENTS)) ||
    (isSlot(field) && except.includes(SLOTS)) ||
    (!isSigned(field) && except.includes(PLAIN))
  );
}

/** A field as people know it: without the sign. */
export function shownName(field: string): string {
  if (isUpdate(field)) return field.slice(UPDATE.length);
  if (field.startsWith(TEXT)) return field.slice(TEXT.length);
  if (isContent(field)) return field.slice(SLOT.length + CONTENT.length);
  return eventOf(field) ?? (isSlot(field) ? field.slice(SLOT.length) : field);
}

/** The topic of what is sent or heard under one that is chosen while the program runs. */
export const ANY_TOPIC = '*';

/** The prop that holds what an element contains. */
export const CHILDREN = 'children';

/** The prop by which a parent asks for a handle to a child. */
export const HANDLE = 'ref';

/** Whether a prop is named as a callback is: `onPick`. */
export function isCallbackName(name: string): boolean {
  return /^on[A-Z]/.test(name);
}

/** What markup calls what a listener is told: a name that nobody declares, and no value of a component. */
export const EVENT_NAME = '$event';
