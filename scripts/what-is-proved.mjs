// Says at the end of `npm test` what was proved, and how to run what was not.
console.log(`
Proved, in Chromium: the tool with all its commands; every fault in its own facet and those beside it; every sound element in
plain HTML and two frameworks; one component of each kind adopted and verified.
Left to npm run test:all: every fault in every facet, every sound element in all frameworks with their checkers, all adopted components, what
is remembered between builds, elements that stop a page, the README with its browsers.
Left to npm run test:browser: the runtime and the browsers' drivers in Firefox and WebKit (LASTWRIGHT_TEST_BROWSER=firefox or webkit).`);
