/** Selectors: the tags and attributes by which templates name components and directives. */
import type { ParseSourceSpan, TmplAstBoundAttribute, TmplAstTextAttribute } from '@angular/compiler';
import { pascal } from '../../model/spelling';
import { isOfElements } from '../../model/domAttributes';

/**
 * The names a selector stands for: `AppBed` for a tag, `[appTip]` for an attribute of any element, `button[appTip]` for one of an
 * element of one kind, `[.bedBox]` for a class. What asks for attributes that elements have anyway stands for none.
 */
export function namesOf(selector: string): string[] {
  return selector.split(',').flatMap((one) => {
    const plain = one.replace(/:not\([^)]*\)/g, '').trim();
    const [element = ''] = /^[\w-]*/.exec(plain) ?? [];
    const [, attribute = ''] = /\[([\w-]+)/.exec(plain) ?? [];
    if (attribute !== '') return isNative(attribute) ? [] : [`${element}[${attribute}]`];
    const [, className = ''] = /\.([\w-]+)/.exec(plain) ?? [];
    if (className !== '') return [`${element}[.${className}]`];
    return /^[a-z]/.test(element) ? [pascal(element)] : [];
  });
}

/** The attributes of an element that may be directives of the project, as its selectors would name them. */
export function mayBeDirectives(
  element: string,
  attributes: readonly (TmplAstBoundAttribute | TmplAstTextAttribute)[],
): { name: string; span: ParseSourceSpan }[] {
  const found = new Map<string, ParseSourceSpan>();
  for (const one of attributes) {
    const span = one.keySpan ?? one.sourceSpan;
    if (one.name === 'class' && typeof one.value === 'string')
      for (const name of one.value.split(/\s+/)) if (OWN_CLASS.test(name)) found.set(`.${name}`, span);
    if (!isNative(one.name) && one.name !== element && !found.has(one.name)) found.set(one.name, span);
  }
  return [...found].map(([name, span]) => ({ name, span }));
}

/** Classes that may be a directive's: those of style sheets are written in lower case, and there are too many of them to ask for each. */
const OWN_CLASS = /^(app-[\w-]+|[a-z]+[A-Z]\w*)$/;

/** Directives that the family brings, and what is bound by the kind of attribute that it is. */
const BROUGHT = /^(i18n|ng[A-Z-].*|routerLink.*|form(Control|Group|Array)(Name)?|i18n-.*|attr\..*)$/;

function isNative(name: string): boolean {
  return BROUGHT.test(name) || isOfElements(name);
}
