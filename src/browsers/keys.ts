/** Code points for keys without a character, by their names in the UI Events standard (WebDriver, section 17.4.2). */
const CODE_POINTS: Readonly<Record<string, string>> = {
  Backspace: '\uE003',
  Tab: '\uE004',
  Enter: '\uE007',
  Escape: '\uE00C',
  PageUp: '\uE00E',
  PageDown: '\uE00F',
  End: '\uE010',
  Home: '\uE011',
  ArrowLeft: '\uE012',
  ArrowUp: '\uE013',
  ArrowRight: '\uE014',
  ArrowDown: '\uE015',
  Delete: '\uE017',
};

/** Actions that press and release keys one after the other, as WebDriver and WebDriver BiDi take them. */
export function keyActions(keys: readonly string[]): object[] {
  const actions = keys.flatMap((key) => {
    const value = CODE_POINTS[key] ?? key;
    return [
      { type: 'keyDown', value },
      { type: 'keyUp', value },
    ];
  });
  return [{ type: 'key', id: 'keyboard', actions }];
}

/** Actions that move the pointer to a point of the viewport, and click there if that is wanted. */
export function pointerActions(x: number, y: number, clicks: boolean): object[] {
  const actions = [
    { type: 'pointerMove', x: Math.round(x), y: Math.round(y), duration: 0, origin: 'viewport' },
    ...(clicks
      ? [
          { type: 'pointerDown', button: 0 },
          { type: 'pointerUp', button: 0 },
        ]
      : []),
  ];
  return [{ type: 'pointer', id: 'mouse', parameters: { pointerType: 'mouse' }, actions }];
}
