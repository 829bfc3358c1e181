/** The size of the pages in which elements are tried, and of pictures of them, in CSS pixels. */
export const STAGE = { width: 800, height: 600 };
