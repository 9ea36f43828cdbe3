/** Events that elements send by themselves (HTML, Pointer Events, CSS transitions and animations, media). */
export const DOM_EVENTS: ReadonlySet<string> = new Set(
  `abort animationcancel animationend animationiteration animationstart auxclick beforeinput beforematch beforetoggle blur
  cancel canplay canplaythrough change click close compositionend compositionstart compositionupdate contextmenu copy
  cuechange cut dblclick drag dragend dragenter dragleave dragover dragstart drop durationchange emptied ended error focus
  focusin focusout formdata fullscreenchange fullscreenerror gotpointercapture input invalid keydown keypress keyup load
  loadeddata loadedmetadata loadstart lostpointercapture mousedown mouseenter mouseleave mousemove mouseout mouseover
  mouseup paste pause play playing pointercancel pointerdown pointerenter pointerleave pointermove pointerout pointerover
  pointerup progress ratechange reset resize scroll scrollend search seeked seeking select selectionchange selectstart
  slotchange stalled submit suspend timeupdate toggle touchcancel touchend touchmove touchstart transitioncancel
  transitionend transitionrun transitionstart volumechange waiting wheel`.split(/\s+/),
);
