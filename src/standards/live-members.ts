const TYPING = ['input', 'change', 'select'];
const PLAYING = ['volumechange', 'timeupdate', 'ratechange', 'seeked'];

/**
 * What native elements hold by themselves, once a person or script has touched them (HTML, sections 4.10.5.4, 4.10.18 and
 * 4.8.11): members whose attribute of the same name says only what they were at first, and others that have none.
 */
const LIVE: Readonly<
  Record<string, { withAttribute: readonly string[]; alone: readonly string[]; events: readonly string[] }>
> = {
  input: {
    withAttribute: ['value', 'checked', 'indeterminate'],
    alone: ['valueAsNumber', 'selectionStart', 'selectionEnd'],
    events: TYPING,
  },
  select: { withAttribute: ['value'], alone: ['selectedIndex'], events: TYPING },
  option: { withAttribute: ['selected'], alone: [], events: [] },
  textarea: { withAttribute: ['value'], alone: ['selectionStart', 'selectionEnd'], events: TYPING },
  audio: { withAttribute: ['muted'], alone: ['currentTime', 'volume', 'playbackRate'], events: PLAYING },
  video: { withAttribute: ['muted'], alone: ['currentTime', 'volume', 'playbackRate'], events: PLAYING },
  dialog: { withAttribute: [], alone: ['returnValue'], events: ['close'] },
};

/** True for an attribute in a view that is written to the property of its name. */
export function isLiveAttribute(element: string, name: string): boolean {
  return LIVE[element]?.withAttribute.includes(name) ?? false;
}

/** The members that a native element holds by itself. */
export function liveMembersOf(element: string): string[] {
  const { withAttribute = [], alone = [] } = LIVE[element] ?? {};
  return [...withAttribute, ...alone];
}

/** The events by which a native element tells that one of these members may have changed. */
export function liveEventsOf(element: string): readonly string[] {
  return LIVE[element]?.events ?? [];
}
