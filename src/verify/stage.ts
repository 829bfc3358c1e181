/** The size of the pages in which elements are tried, and of pictures of them, in CSS pixels. */
export const STAGE = { width: 800, height: 600 };

/** The style of a container that is as large, at the corner of the page. */
export const STAGE_STYLE = `position: absolute; inset: 0 auto auto 0; width: ${STAGE.width}px; height: ${STAGE.height}px; background: white`;
