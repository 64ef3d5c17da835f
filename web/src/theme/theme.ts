/** MUI under our own look: controls and accessibility from MUI, colours from variables. */
import { createTheme, type Theme } from '@mui/material/styles';
import { createElement } from 'react';

import { HEADING, paletteOf, TEXT, variables, type Mode } from './palette';
import { TickBox } from './TickBox';

export function themeFor(mode: Mode): Theme {
  const c = paletteOf(mode);
  return createTheme({
    palette: {
      mode,
      primary: { main: c.kale, contrastText: c['on-kale'] },
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
      MuiCssBaseline: { styleOverrides: { ':root': variables(mode) } },
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
      MuiCheckbox: {
        defaultProps: {
          icon: createElement(TickBox),
          checkedIcon: createElement(TickBox, { ticked: true }),
        },
        styleOverrides: { root: { padding: 6, fontSize: 16 } },
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
