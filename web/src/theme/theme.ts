/** MUI under our own look: controls and accessibility from MUI, colours from variables. */
import { createTheme, type Theme } from '@mui/material/styles';

export type Mode = 'light' | 'dark';

const LIGHT = {
  paper: '#F6F2E8',
  ink: '#21302C',
  soft: '#566159',
  kale: '#1E6B57',
  paprika: '#B8432B',
  turmeric: '#8A5A00',
  aubergine: '#4F3560',
};
const DARK: typeof LIGHT = {
  paper: '#182320',
  ink: '#ECE6D8',
  soft: '#AEB8B0',
  kale: '#6FC3A8',
  paprika: '#F08A70',
  turmeric: '#E0B25A',
  aubergine: '#BFA3D1',
};

const TEXT = "'Snabo Figures', 'Atkinson Hyperlegible Next Variable', sans-serif";
const HEADING = "'Bricolage Grotesque Variable', sans-serif";

export function themeFor(mode: Mode): Theme {
  const c = mode === 'dark' ? DARK : LIGHT;
  return createTheme({
    palette: {
      mode,
      primary: { main: c.kale, contrastText: mode === 'dark' ? '#10201B' : '#FFFFFF' },
      error: { main: c.paprika },
      warning: { main: c.turmeric },
      secondary: { main: c.aubergine },
      background: { default: c.paper, paper: c.paper },
      text: { primary: c.ink, secondary: c.soft },
    },
    shape: { borderRadius: 3 },
    typography: {
      fontFamily: TEXT,
      fontSize: 16,
      htmlFontSize: 16,
      // MUI scales from 14; 1rem is our 16 px everywhere.
      body1: { fontSize: '1rem', lineHeight: 1.35 },
      body2: { fontSize: '1rem', lineHeight: 1.35 },
      button: { textTransform: 'none', fontWeight: 620, fontSize: 16 },
      h1: { fontFamily: HEADING },
      h2: { fontFamily: HEADING },
    },
    components: {
      MuiButtonBase: {
        defaultProps: { disableRipple: true },
        styleOverrides: {
          root: {
            '&.Mui-focusVisible': { outline: `2.5px solid ${c.aubergine}`, outlineOffset: 2 },
          },
        },
      },
      MuiButton: {
        defaultProps: { disableElevation: true },
        styleOverrides: {
          root: { padding: '7px 16px', minHeight: 40, lineHeight: 1.2 },
          outlined: { borderWidth: 1.5, borderColor: c.kale },
        },
      },
      MuiPaper: { styleOverrides: { root: { backgroundImage: 'none', boxShadow: 'none' } } },
      MuiDialog: { styleOverrides: { paper: { border: `1.5px solid ${c.ink}` } } },
      MuiPopover: { styleOverrides: { paper: { border: `1.5px solid ${c.ink}` } } },
      MuiOutlinedInput: {
        styleOverrides: {
          notchedOutline: { borderColor: c.soft },
          input: { padding: '9px 11px' },
          multiline: { padding: 0 },
        },
      },
      MuiInputLabel: { styleOverrides: { root: { color: c.soft } } },
      MuiTextField: { defaultProps: { size: 'small' } },
      MuiSelect: { defaultProps: { size: 'small' } },
    },
  });
}
