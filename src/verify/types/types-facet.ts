/** The facet that looks at declarations, in no browser. */
export const TYPES = {
  name: 'types',
  title: 'Each framework’s checker takes right use and refuses wrong use',
};
