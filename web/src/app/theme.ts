import { createTheme, type CSSVariablesResolver, type MantineColorsTuple } from '@mantine/core';

const ink: MantineColorsTuple = [
  '#f3efe6',
  '#e4ddd0',
  '#c9c0b1',
  '#aba191',
  '#8d8475',
  '#71695c',
  '#575046',
  '#403a33',
  '#26221e',
  '#171411',
];
const clay: MantineColorsTuple = [
  '#fbeee7',
  '#f3d9cb',
  '#e8b89f',
  '#dc9672',
  '#cf764b',
  '#bf5b31',
  '#a4421f',
  '#8a3618',
  '#6f2b13',
  '#55200d',
];

export const FONT_TEXT = "'Atkinson Hyperlegible Next Variable', sans-serif";
export const FONT_HEADING = "'Bricolage Grotesque Variable', sans-serif";
export const FONT_NUMBERS = "'Atkinson Hyperlegible Mono Variable', monospace";

/** Fired clay and slip, drawn in ink: nothing of the library's own font, radius, blue or shadow is left. */
export const theme = createTheme({
  colors: { ink, clay, blue: ink, gray: ink },
  primaryColor: 'ink',
  primaryShade: { light: 8, dark: 1 },
  white: '#fbf8f1',
  black: '#26221e',
  fontFamily: FONT_TEXT,
  fontFamilyMonospace: FONT_NUMBERS,
  headings: { fontFamily: FONT_HEADING, fontWeight: '650' },
  defaultRadius: 0,
  radius: { xs: '0', sm: '0', md: '0', lg: '0', xl: '0' },
  shadows: { xs: 'none', sm: 'none', md: 'none', lg: 'none', xl: 'none' },
  fontSizes: { xs: '0.875rem', sm: '0.9375rem', md: '1.0625rem', lg: '1.1875rem', xl: '1.375rem' },
  focusRing: 'always',
  cursorType: 'pointer',
  respectReducedMotion: true,
  components: {
    Button: { defaultProps: { size: 'md' }, classNames: { root: 'sg-button' } },
    InputWrapper: { defaultProps: { inputWrapperOrder: ['label', 'input', 'description', 'error'] } },
    ActionIcon: { defaultProps: { variant: 'subtle', size: 44 } },
    TextInput: { defaultProps: { size: 'md' } },
    NumberInput: { defaultProps: { size: 'md' } },
    Select: { defaultProps: { size: 'md', checkIconPosition: 'right', allowDeselect: false } },
    MultiSelect: { defaultProps: { size: 'md', hidePickedOptions: true } },
    Checkbox: { defaultProps: { size: 'md' } },
    Switch: { defaultProps: { radius: 0 } },
    Textarea: { defaultProps: { size: 'md' } },
    // what is below it may move when a plan arrives: it stays open
    Popover: { defaultProps: { withinPortal: true, hideDetached: false } },
    Modal: { defaultProps: { centered: true, overlayProps: { backgroundOpacity: 0.35 } } },
  },
});

/** The slips, for both fires; components read these variables only. */
export const slips: CSSVariablesResolver = () => ({
  variables: {},
  light: {
    '--sg-ground': '#f5f0e6',
    '--sg-panel': '#fbf8f1',
    '--sg-rail': '#ece5d6',
    '--sg-ink': '#26221e',
    '--sg-quiet': '#5a5348',
    '--sg-line': '#cfc6b4',
    '--sg-break': '#ddd2bd',
    '--sg-clay': '#a4421f',
    '--sg-clay-wash': '#efdccd',
    '--sg-good': '#2c6e62',
    '--sg-caution': '#8f5c06',
    '--sg-refused': '#7a1230',
    '--sg-waiting': '#51606b',
    '--mantine-color-body': '#f5f0e6',
    '--mantine-color-text': '#26221e',
    '--mantine-color-dimmed': '#5a5348',
    '--mantine-color-error': '#7a1230',
    '--mantine-color-placeholder': '#6f675a',
    '--mantine-color-default-border': '#8d8475',
    '--mantine-color-anchor': '#26221e',
  },
  dark: {
    '--sg-ground': '#1d1a17',
    '--sg-panel': '#262220',
    '--sg-rail': '#171411',
    '--sg-ink': '#f1eadc',
    '--sg-quiet': '#bdb3a2',
    '--sg-line': '#4a443c',
    '--sg-break': '#3a352e',
    '--sg-clay': '#e58a62',
    '--sg-clay-wash': '#3d2a20',
    '--sg-good': '#7cc3b4',
    '--sg-caution': '#e0ac55',
    '--sg-refused': '#e88ba3',
    '--sg-waiting': '#a5b5c1',
    '--mantine-color-body': '#1d1a17',
    '--mantine-color-text': '#f1eadc',
    '--mantine-color-dimmed': '#bdb3a2',
    '--mantine-color-error': '#e88ba3',
    '--mantine-color-placeholder': '#a79d8d',
    '--mantine-color-default-border': '#71695c',
    '--mantine-color-anchor': '#f1eadc',
  },
});
