/** Selectors: the tags and attributes by which templates name components and directives. */
import type { TmplAstBoundAttribute, TmplAstTextAttribute } from '@angular/compiler';
import { pascal } from '../../model/spelling';

/**
 * The names a selector stands for: `AppBed` for a tag, `[appTip]` for an attribute of any element, `button[appTip]` for one of an
 * element of one kind. What asks for classes, or for attributes that elements have anyway, stands for none.
 */
export function namesOf(selector: string): string[] {
  return selector.split(',').flatMap((one) => {
    const plain = one.replace(/:not\([^)]*\)/g, '').trim();
    const [element = ''] = /^[\w-]*/.exec(plain) ?? [];
    const [, attribute = ''] = /\[([\w-]+)/.exec(plain) ?? [];
    if (attribute !== '') return isNative(attribute) ? [] : [`${element}[${attribute}]`];
    return /^[a-z]/.test(element) ? [pascal(element)] : [];
  });
}

/** The attributes of an element that may be directives of the project, as its selectors would name them. */
export function mayBeDirectives(
  element: string,
  attributes: readonly (TmplAstBoundAttribute | TmplAstTextAttribute)[],
): (TmplAstBoundAttribute | TmplAstTextAttribute)[] {
  const seen = new Set<string>();
  return attributes.filter(({ name }) => {
    if (isNative(name) || name === element || seen.has(name)) return false;
    seen.add(name);
    return true;
  });
}

/** Attributes and properties that elements have, and directives that the family brings. */
const NATIVE =
  /^(class|className|style|id|title|href|src|srcset|alt|type|value|name|for|htmlFor|role|tabindex|tabIndex|disabled|checked|selected|placeholder|readonly|readOnly|required|min|max|step|minlength|maxlength|minLength|maxLength|pattern|multiple|size|rows|cols|colspan|colSpan|rowspan|rowSpan|scope|width|height|hidden|lang|dir|target|rel|action|method|novalidate|autocomplete|autofocus|autoplay|controls|loop|muted|draggable|contenteditable|spellcheck|content|charset|media|data|label|open|slot|part|is|wrap|accept|download|innerHTML|innerText|textContent|xmlns|viewBox|fill|stroke|d|points|x|y|x1|x2|y1|y2|cx|cy|r|rx|ry|transform|offset|key|i18n|ng[A-Z-].*|routerLink.*|form(Control|Group|Array)(Name)?|aria-.*|aria[A-Z].*|data-.*|on[a-z]+|i18n-.*|attr\..*|stroke-.*|fill-.*|font-.*|text-.*)$/;

function isNative(name: string): boolean {
  return NATIVE.test(name);
}
