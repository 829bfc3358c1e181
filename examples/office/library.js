/* Where the built demo library is, from here. */
const library = '../quayside';

document.head.append(
  Object.assign(document.createElement('script'), { src: `${library}/dist/quayside.bundle.js` }),
);
