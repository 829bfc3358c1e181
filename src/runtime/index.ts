/** Everything that built elements import. Bundlers drop what an element does not use. */
export { choose } from './choose.js';
export { define } from './define.js';
export { insideClass } from './inside.js';
export { repeat } from './repeat.js';
export { asChoice, asNumber, asText } from './values.js';
export { copy, styleSheet, template } from './view.js';
export { insideOf, mark, reflect, takeOver, ViewElement } from './view-element.js';
export { classNames, setAttribute, text } from './write.js';
