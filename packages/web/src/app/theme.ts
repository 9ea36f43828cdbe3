/** Mantine in Vectura's own hand: square, flat, quiet; colours come from `tokens.css`. */
import { createTheme, type MantineColorsTuple } from '@mantine/core';

const ink: MantineColorsTuple = [
  '#f4f5f6',
  '#e4e7e9',
  '#c8cdd1',
  '#a6aeb4',
  '#87919a',
  '#66717a',
  '#4a555d',
  '#333d45',
  '#1c252c',
  '#11181d',
];

export const theme = createTheme({
  fontFamily: "'Fira Sans', system-ui, sans-serif",
  fontFamilyMonospace: "'Fira Mono', ui-monospace, monospace",
  fontSizes: { xs: '11.5px', sm: '12.5px', md: '13px', lg: '15px', xl: '18px' },
  defaultRadius: 0,
  colors: { ink },
  primaryColor: 'ink',
  primaryShade: { light: 8, dark: 1 },
  autoContrast: true,
  focusRing: 'auto',
  respectReducedMotion: true,
  cursorType: 'pointer',
  components: {
    Button: { defaultProps: { size: 'xs', variant: 'outline' } },
    Modal: { defaultProps: { shadow: 'none', transitionProps: { duration: 0 } } },
    TextInput: { defaultProps: { size: 'xs' } },
    Autocomplete: { defaultProps: { size: 'xs' } },
  },
});
