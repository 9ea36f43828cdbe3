/** Attributes of the page's own elements. */

/** Attributes that elements have anyway, and properties that they have under these names. */
const OF_ELEMENTS =
  /^(class|className|style|id|title|href|src|srcset|alt|type|value|name|for|htmlFor|role|tabindex|tabIndex|disabled|checked|selected|placeholder|readonly|readOnly|required|min|max|step|minlength|maxlength|minLength|maxLength|pattern|multiple|size|rows|cols|colspan|colSpan|rowspan|rowSpan|scope|width|height|hidden|lang|dir|target|rel|action|method|novalidate|autocomplete|autofocus|autoplay|controls|loop|muted|draggable|contenteditable|spellcheck|content|charset|media|data|label|open|slot|part|is|wrap|accept|download|innerHTML|innerText|textContent|xmlns|viewBox|fill|stroke|d|points|x|y|x1|x2|y1|y2|cx|cy|r|rx|ry|transform|offset|key|aria-.*|aria[A-Z].*|data-.*|on[a-z]+|stroke-.*|fill-.*|font-.*|text-.*)$/;

/** Whether an attribute, or a property, is one that elements have anyway. */
export function isOfElements(name: string): boolean {
  return OF_ELEMENTS.test(name);
}
