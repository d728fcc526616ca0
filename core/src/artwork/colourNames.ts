import { color, lab } from 'd3-color';

/** Plain names of colours, each with an example. */
const NAMES: Readonly<Record<string, string>> = {
  black: '#000000',
  'dark grey': '#404040',
  grey: '#808080',
  'light grey': '#c8c8c8',
  white: '#ffffff',
  cream: '#f5efdc',
  yellow: '#f5d000',
  orange: '#f08010',
  brown: '#7a4a20',
  tan: '#c8a070',
  red: '#d01818',
  'dark red': '#7a1018',
  pink: '#f08cb0',
  purple: '#703090',
  violet: '#a884d8',
  blue: '#1848c8',
  'dark blue': '#101c5c',
  'light blue': '#80b8f0',
  turquoise: '#20a8a8',
  green: '#208030',
  'dark green': '#0c4018',
  'light green': '#90d080',
  olive: '#707020',
  gold: '#c8a030',
};

const SAMPLES = Object.entries(NAMES).map(([name, colour]) => ({ name, at: lab(colour) }));

/** A plain name for a colour: the nearest of a few (CIE L*a*b*); what is no one colour keeps its own name. */
export const colourName = (colour: string): string => {
  const at = lab(colour);
  if (Number.isNaN(at.l)) return colour;
  const distance = (other: (typeof SAMPLES)[number]['at']) =>
    Math.hypot(at.l - other.l, at.a - other.a, at.b - other.b);
  return SAMPLES.reduce((best, one) => (distance(one.at) < distance(best.at) ? one : best)).name;
};

/** Names of colours that makers say and no drawing is named by. */
const SAID: Readonly<Record<string, string>> = {
  ...NAMES,
  gray: '#808080',
  silver: '#b9bdc1',
  copper: '#b06a3c',
  bronze: '#8c6a34',
};

/** The colour that words speak of ("matte black", "night blue"): the last that is named in them; null where none is. */
export const spokenColour = (words: string): string | null => {
  const said = words.toLowerCase().match(/[a-z]+/g) ?? [];
  for (let at = said.length - 1; at >= 0; at -= 1) {
    const [pair, one] = [`${said[at - 1] ?? ''} ${said[at]}`, said[at]!];
    const found = SAID[pair] ?? SAID[one] ?? color(one)?.formatHex();
    if (found && one !== 'transparent') return found;
  }
  return null;
};

/** Names for several colours, none twice: those that would be alike are numbered. */
export const colourNames = (colours: readonly string[]): ReadonlyMap<string, string> => {
  const named = new Map<string, string>();
  const counts = new Map<string, number>();
  for (const colour of colours) {
    if (named.has(colour)) continue;
    const name = colourName(colour);
    const count = (counts.get(name) ?? 0) + 1;
    counts.set(name, count);
    named.set(colour, count === 1 ? name : `${name} ${count}`);
  }
  return named;
};
