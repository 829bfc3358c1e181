/** What fades or slides is judged at its end; what moves for ever is left as it is, unless something is to be done with it. */
export function endMotion(
  roots: readonly DocumentOrShadowRoot[] = [],
  endless: (animation: Animation) => void = () => {},
): void {
  for (const animation of [document, ...roots].flatMap((root) => root.getAnimations())) {
    const end = Number(animation.effect?.getComputedTiming().endTime);
    if (Number.isFinite(end)) animation.finish();
    else endless(animation);
  }
}
