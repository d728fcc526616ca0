/** A drawing of one feature of the file format, on a page of 100 × 100 mm. */
export interface Feature {
  readonly name: string;
  readonly body: string;
  /** What stands on the outermost element beside the page, or before it. */
  readonly root?: string;
  readonly before?: string;
  /** Codes of which one is noticed, where the drawing is not read as it is rendered. */
  readonly noticed?: readonly string[];
  /** Newer than the renderer that drawings are compared with: a browser's is asked instead. */
  readonly isNewer?: true;
  /** Nothing of it is painted. */
  readonly isEmpty?: true;
}

const SQUARE = '<rect x="20" y="20" width="40" height="40"/>';
const styled = (css: string, body: string): string => `<style>${css}</style>${body}`;

/** One drawing for each feature that files from general programs have been met with. */
export const FEATURES: readonly Feature[] = [
  {
    name: 'a class with several rules',
    body: styled('.a{fill:none}.a{fill:#123456}', '<rect class="a" x="10" y="10" width="50" height="30"/>'),
  },
  {
    name: 'two classes, the later rule counts',
    body: styled('.b{fill:none}.a{fill:red}', '<rect class="a b" x="10" y="10" width="50" height="30"/>'),
  },
  {
    name: 'an important rule goes before the element’s own style',
    body: styled('.a{fill:red !important}', '<rect class="a" style="fill:none" x="10" y="10" width="50" height="30"/>'),
  },
  {
    name: 'an important rule goes before a weightier one',
    body: styled(
      '.a{display:inline!important}#b{display:none}',
      '<rect id="b" class="a" x="10" y="10" width="50" height="30"/>',
    ),
  },
  {
    name: 'a rule for what lies in a group',
    body: styled(
      'g .a{fill:none} .a{fill:red}',
      '<g><rect class="a" x="10" y="10" width="50" height="30"/></g><rect class="a" x="70" y="10" width="20" height="20"/>',
    ),
  },
  {
    name: 'a rule for children and attributes',
    body: styled(
      'g>rect[width="50"]{fill:none}',
      '<g><rect x="10" y="10" width="50" height="30"/><rect x="10" y="60" width="30" height="30"/></g>',
    ),
  },
  { name: 'a colour without commas', body: '<rect fill="rgb(1 2 3)" x="10" y="10" width="50" height="30"/>' },
  {
    name: 'a clear colour after a stroke',
    body: `<rect fill="rgb(1 2 3 / 0%)" x="10" y="10" width="50" height="30"/>${SQUARE}`,
    isNewer: true,
  },
  { name: 'a colour by hue', body: '<rect fill="hsl(120deg 50% 40%)" x="10" y="10" width="50" height="30"/>' },
  {
    name: 'an unknown colour word takes what is above',
    body: '<g fill="none"><rect fill="blurple" x="10" y="10" width="50" height="30"/></g><rect fill="blurple" x="10" y="50" width="30" height="30"/>',
  },
  {
    name: 'an unknown colour word in a style leaves the attribute',
    body: '<rect fill="none" style="fill:blurple" x="10" y="10" width="50" height="30"/><rect width="9" height="9"/>',
  },
  {
    name: 'a missing paint server without a stand-in',
    body: `<rect fill="url(#gone)" x="5" y="5" width="90" height="90"/>${SQUARE}`,
    noticed: ['dangling-paint'],
  },
  {
    name: 'a missing paint server with a stand-in',
    body: '<rect fill="url(#gone) red" x="5" y="5" width="60" height="60"/>',
    noticed: ['dangling-paint'],
  },
  {
    name: 'a gradient',
    body: '<defs><linearGradient id="g"><stop offset="0" stop-color="red"/><stop offset="1" stop-color="blue"/></linearGradient></defs><rect fill="url(#g)" x="5" y="5" width="60" height="60"/>',
  },
  {
    name: 'a gradient that is clear everywhere',
    body: `<defs><linearGradient id="g"><stop offset="0" stop-opacity="0"/><stop offset="1" stop-opacity="0"/></linearGradient></defs><rect fill="url(#g)" x="5" y="5" width="90" height="90"/>${SQUARE}`,
  },
  {
    name: 'a gradient that is clear at one end',
    body: '<defs><linearGradient id="g"><stop offset="0" stop-opacity="0"/><stop offset="1" stop-color="blue"/></linearGradient></defs><rect fill="url(#g)" x="5" y="5" width="60" height="60"/>',
    noticed: ['half-seen'],
  },
  {
    name: 'a gradient with the stops of another',
    body: '<defs><linearGradient id="a"><stop offset="0" stop-color="red"/></linearGradient><linearGradient id="g" href="#a"/></defs><rect fill="url(#g)" x="5" y="5" width="60" height="60"/>',
  },
  {
    name: 'a gradient without stops',
    body: `<defs><linearGradient id="g"/></defs><rect fill="url(#g)" x="5" y="5" width="90" height="90"/>${SQUARE}`,
  },
  { name: 'opacity in hundredths', body: `<rect opacity="0%" x="5" y="5" width="90" height="90"/>${SQUARE}` },
  { name: 'fill opacity in hundredths', body: `<rect fill-opacity="0%" x="5" y="5" width="90" height="90"/>${SQUARE}` },
  { name: 'half opacity', body: '<rect opacity="50%" x="10" y="10" width="50" height="30"/>', noticed: ['half-seen'] },
  {
    name: 'a transform in a style',
    body: '<rect style="transform:translate(20px,10px) rotate(30deg)" x="10" y="10" width="30" height="20"/>',
  },
  {
    name: 'a transform in a style goes before the attribute',
    body: '<rect transform="translate(50 50)" style="transform:scale(2)" x="10" y="10" width="30" height="20"/>',
    isNewer: true,
  },
  {
    name: 'a transform about an origin',
    body: '<rect style="transform:rotate(45deg);transform-origin:50px 50px" x="35" y="35" width="30" height="30"/>',
    isNewer: true,
  },
  { name: 'lengths in em', body: '<g font-size="10"><rect x="1em" y="1em" width="4em" height="2em"/></g>' },
  {
    name: 'lengths in em of the element’s own letters',
    body: '<g font-size="10"><rect font-size="2em" x="1em" y="1em" width="2em" height="2em"/></g>',
  },
  { name: 'lengths in x-heights', body: '<g font-size="20"><rect x="1ex" y="1ex" width="4ex" height="2ex"/></g>' },
  {
    name: 'lengths in hundredths',
    body: '<rect x="10%" y="20%" width="30%" height="40%"/><circle cx="70%" cy="50%" r="10%"/>',
  },
  {
    name: 'a pattern',
    body: '<defs><pattern id="p" width="10" height="10" patternUnits="userSpaceOnUse"><rect width="5" height="5"/></pattern></defs><rect fill="url(#p)" x="5" y="5" width="60" height="60"/>',
    noticed: ['pattern'],
  },
  {
    name: 'a pattern without a tile',
    body: `<defs><pattern id="p" width="10" height="10" patternUnits="userSpaceOnUse"/></defs><rect fill="url(#p)" x="5" y="5" width="90" height="90"/>${SQUARE}`,
  },
  {
    name: 'a drawing within the drawing is clipped',
    body: '<svg x="20" y="20" width="30" height="30"><rect x="-10" y="-10" width="60" height="60"/></svg>',
  },
  {
    name: 'a drawing within the drawing that may be seen outside',
    body: '<svg x="20" y="20" width="30" height="30" overflow="visible"><rect x="-10" y="-10" width="60" height="60"/></svg>',
  },
  {
    name: 'a drawing within the drawing with a view',
    body: '<svg x="20" y="20" width="40" height="30" viewBox="0 0 10 10"><circle cx="5" cy="5" r="6"/></svg>',
  },
  {
    name: 'a symbol is clipped',
    body: '<symbol id="s" viewBox="0 0 10 10"><rect x="-5" y="2" width="20" height="4"/></symbol><use href="#s" x="20" y="20" width="40" height="40"/>',
    isNewer: true,
  },
  {
    name: 'a symbol without a size',
    body: '<symbol id="s"><rect x="5" y="5" width="20" height="20"/></symbol><use href="#s" x="10" y="10"/>',
  },
  {
    name: 'markers',
    body: '<defs><marker id="m" markerWidth="4" markerHeight="4" refX="2" refY="2"><circle cx="2" cy="2" r="2"/></marker></defs><path d="M20 50h50" stroke="#000" stroke-width="4" marker-end="url(#m)"/>',
    noticed: ['marker'],
  },
  {
    name: 'round dots of dashes without length',
    body: '<path d="M10 50h80" stroke="#000" stroke-width="8" stroke-linecap="round" stroke-dasharray="0 16"/>',
    isNewer: true,
  },
  {
    name: 'square dots of dashes without length',
    body: '<path d="M10 10l60 60" stroke="#000" stroke-width="8" stroke-linecap="square" stroke-dasharray="0 16"/>',
  },
  {
    name: 'dashes measured by a said length',
    body: '<path d="M10 50h80" pathLength="8" stroke="#000" stroke-width="8" stroke-dasharray="1 1"/>',
    isNewer: true,
  },
  {
    name: 'dashes with an offset',
    body: '<path d="M10 50h80" stroke="#000" stroke-width="8" stroke-dasharray="10 5" stroke-dashoffset="7"/>',
  },
  {
    name: 'a dot of a line without length',
    body: '<path d="M50 50h0" stroke="#000" stroke-width="20" stroke-linecap="round"/>',
  },
  {
    name: 'a square dot of a closed point',
    body: '<path d="M50 50z" stroke="#000" stroke-width="20" stroke-linecap="square"/>',
  },
  { name: 'a point with butt ends', body: `<path d="M80 80h0" stroke="#000" stroke-width="20"/>${SQUARE}` },
  {
    name: 'clip-rule of the clip’s own shapes',
    body: '<clipPath id="c"><path clip-rule="evenodd" d="M10 10h60v60h-60zM25 25h30v30h-30z"/></clipPath><rect clip-path="url(#c)" width="100" height="100"/>',
  },
  {
    name: 'clip-rule of what is clipped says nothing',
    body: '<clipPath id="c"><path d="M10 10h60v60h-60zM25 25h30v30h-30z"/></clipPath><rect clip-rule="evenodd" clip-path="url(#c)" width="100" height="100"/>',
  },
  {
    name: 'a clip with a transform',
    body: '<clipPath id="c" transform="translate(20 0)"><rect x="10" y="10" width="30" height="30"/></clipPath><rect clip-path="url(#c)" width="100" height="100"/>',
  },
  {
    name: 'a clip of a clip',
    body: '<clipPath id="d"><rect width="40" height="40"/></clipPath><clipPath id="c" clip-path="url(#d)"><circle cx="40" cy="40" r="30"/></clipPath><rect clip-path="url(#c)" width="100" height="100"/>',
    isNewer: true,
  },
  {
    name: 'a clip that is not there',
    body: '<rect clip-path="url(#gone)" x="10" y="10" width="30" height="30"/>',
    noticed: ['clip-refused'],
  },
  {
    name: 'a switch takes the first that can be drawn',
    body: '<switch><foreignObject requiredExtensions="http://example.org/"><p/></foreignObject><g><rect x="10" y="10" width="30" height="30"/></g><circle cx="80" cy="80" r="10"/></switch>',
  },
  {
    name: 'a switch by language',
    body: '<switch><rect systemLanguage="xx" width="90" height="90"/><rect systemLanguage="en" x="10" y="10" width="30" height="30"/><circle cx="80" cy="80" r="10"/></switch>',
  },
  {
    name: 'plain entities',
    before: '<!DOCTYPE svg [<!ENTITY ns "http://www.w3.org/2000/svg"><!ENTITY red "fill:#f00">]>',
    body: '<rect style="&red;" x="10" y="10" width="30" height="30"/>',
  },
  {
    name: 'another prefix',
    body: '<d:g xmlns:d="http://www.w3.org/2000/svg"><d:rect x="10" y="10" width="30" height="30"/></d:g>',
  },
  {
    name: 'elements of another language',
    body: `<metadata><rect xmlns="http://example.org/" width="90" height="90"/></metadata><x:rect xmlns:x="http://example.org/" width="90" height="90"/>${SQUARE}`,
  },
  { name: 'a shape in definitions only', body: `<defs><rect width="90" height="90"/></defs>${SQUARE}` },
  {
    name: 'hidden, with a shown child',
    body: '<g visibility="hidden"><rect width="30" height="30"/><rect visibility="visible" x="40" y="40" width="30" height="30"/></g>',
  },
  { name: 'rounded corners by one radius', body: '<rect x="10" y="10" width="60" height="30" ry="10"/>' },
  { name: 'an ellipse by one radius', body: '<ellipse cx="50" cy="50" rx="20" ry="30"/>' },
  {
    name: 'a slanting pen',
    body: '<g transform="skewX(30)"><path d="M10 20h40v40" fill="none" stroke="#000" stroke-width="8"/></g>',
  },
  {
    name: 'joins that are cut off',
    body: '<path d="M20 70L50 20L80 70" fill="none" stroke="#000" stroke-width="10" stroke-linejoin="miter" stroke-miterlimit="1"/>',
  },
  { name: 'zero scale', body: `<g transform="scale(0)"><rect width="90" height="90"/></g>${SQUARE}` },
  { name: 'groups without anything', body: `<g/><g><g></g></g>${SQUARE}` },
  { name: 'a single point', body: '<polyline points="10,10"/><polygon points="5"/><path d="M5 5"/>', isEmpty: true },
  { name: 'a reference to nothing', body: `<use href="#gone"/><use/>${SQUARE}`, noticed: ['dangling-use'] },
  {
    name: 'currentColor',
    body: '<g color="none"><rect fill="currentColor" x="10" y="10" width="30" height="30"/></g><g color="red"><rect fill="currentColor" x="50" y="10" width="30" height="30"/></g>',
  },
  {
    name: 'context of a clone',
    body: '<defs><g id="a"><rect x="10" y="10" width="20" height="20"/></g></defs><g fill="none"><use href="#a"/></g><use href="#a" x="40" fill="red"/>',
  },
];

/** The file of a feature. */
export const fileOf = ({ body, root = '', before = '' }: Feature): string =>
  `${before}<svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" width="100mm" height="100mm" viewBox="0 0 100 100" ${root}>${body}</svg>`;
