/** Everything that built elements import. Bundlers drop what an element does not use. */
export { adoptStyle } from './adopt-style.js';
export { react, remember } from './changes.js';
export { choose } from './choose.js';
export { ControlElement } from './control-element.js';
export { callHandle, callWaiting } from './call-handle.js';
export { componentInside, componentView, keepMounted } from './component-view.js';
export { define } from './define.js';
export { inDocument, registerProperties } from './document-style.js';
export { filledSlots, shownSlots, watchSlots } from './filled.js';
export { setForeign } from './foreign.js';
export { formMembers } from './form-members.js';
export { setFormValue, setValidity, submitState } from './form-value.js';
export { insideClass, internalsOf } from './inside.js';
export { setLinked } from './linked.js';
export { memberKey } from './member-key.js';
export { byLocalName } from './by-local-name.js';
export { liveMembers, nativeMembers } from './native-members.js';
export { ariaAttributes, PassingElement, passTo } from './passing-element.js';
export { alreadyHeard, relay } from './relay.js';
export { repeat } from './repeat.js';
export { result } from './results.js';
export { giveSlot, stampItems, watchTemplates } from './stamp.js';
export { sending } from './sending.js';
export { setState } from './states.js';
export { keepAddress, keepAttribute, keepText } from './keep-written.js';
export {
  chooseOver,
  claim,
  claimed,
  hearPicture,
  keepingRoot,
  keepLive,
  passOver,
  receive,
  repeatOver,
  takingOver,
  UNSEEN,
} from './take-over.js';
export { renamed, together } from './traits.js';
export { watchControl } from './watch-control.js';
export { styleSheet } from './style-sheet.js';
export { asChoice, asData, asNumber, asText } from './values.js';
export { copy, template } from './view.js';
export {
  arrive,
  insideOf,
  endConnection,
  mark,
  reflect,
  rootOf,
  takeOver,
  ViewElement,
} from './view-element.js';
export { classNames, setAddress, setAttribute, text, writeStyle } from './write.js';
