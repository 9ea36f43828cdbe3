/** Methods that every element has (DOM, HTML, Web Animations, Fullscreen). */
export const ELEMENT_METHODS: ReadonlySet<string> = new Set(
  `addEventListener after animate append appendChild attachInternals attachShadow before blur checkVisibility click cloneNode closest
  compareDocumentPosition computedStyleMap contains dispatchEvent focus getAnimations getAttribute getAttributeNames getAttributeNode
  getBoundingClientRect getClientRects getElementsByClassName getElementsByTagName getRootNode hasAttribute hasAttributes hasChildNodes
  hasPointerCapture hidePopover insertAdjacentElement insertAdjacentHTML insertAdjacentText insertBefore isEqualNode isSameNode matches
  normalize prepend querySelector querySelectorAll releasePointerCapture remove removeAttribute removeChild removeEventListener replaceChild
  replaceChildren replaceWith requestFullscreen requestPointerLock scroll scrollBy scrollIntoView scrollTo setAttribute setPointerCapture
  showPopover toString toggleAttribute togglePopover`.split(/\s+/),
);
