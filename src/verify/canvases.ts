const drawnOn = new WeakSet<HTMLCanvasElement>();

/** Remembers which canvases get a 2D context from now on: only these keep what was drawn until it is looked at. */
export function rememberCanvases(): void {
  const { getContext } = HTMLCanvasElement.prototype;
  HTMLCanvasElement.prototype.getContext = function (
    this: HTMLCanvasElement,
    ...asked: unknown[]
  ): RenderingContext | null {
    const context = (getContext as (...asked: unknown[]) => RenderingContext | null).apply(this, asked);
    if (asked[0] === '2d' && context) drawnOn.add(this);
    return context;
  } as typeof getContext;
}

/** A sum of a canvas's pixels; undefined where they cannot be read. */
export function pixelSum(canvas: HTMLCanvasElement): string | undefined {
  if (!drawnOn.has(canvas)) return undefined;
  try {
    let sum = 0;
    for (const sign of canvas.toDataURL()) sum = (Math.imul(sum, 31) + sign.charCodeAt(0)) | 0;
    return (sum >>> 0).toString(16);
  } catch {
    // Pictures of other origins may be drawn, and then nobody can read it (HTML, section 4.12.5.1.21).
    return undefined;
  }
}
