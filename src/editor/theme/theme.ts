'use client';

import { createTheme } from '@mui/material/styles';

declare module '@mui/material/styles' {
  interface Palette {
    paper: { surround: string; panel: string; sunk: string; rule: string };
    madder: { main: string };
  }
  interface PaletteOptions {
    paper?: { surround: string; panel: string; sunk: string; rule: string };
    madder?: { main: string };
  }
}

/** Every colour, size and letter of the interface: paper, ink and brass. */
export const theme = createTheme({
  cssVariables: { colorSchemeSelector: 'data-theme', cssVarPrefix: 'sc' },
  colorSchemes: {
    light: {
      palette: {
        background: { default: '#efeae0', paper: '#fbf9f4' },
        text: { primary: '#1f2b38', secondary: '#55606b' },
        primary: { main: '#855a14', contrastText: '#fffdf8' },
        error: { main: '#a32c3b' },
        divider: '#d8d0c0',
        paper: { surround: '#efeae0', panel: '#fbf9f4', sunk: '#f3eee3', rule: '#d8d0c0' },
        madder: { main: '#b23a48' },
      },
    },
    dark: {
      palette: {
        background: { default: '#12181f', paper: '#1b232c' },
        text: { primary: '#ece6d8', secondary: '#a9b1b8' },
        primary: { main: '#d9a94e', contrastText: '#171207' },
        error: { main: '#ef7d8a' },
        divider: '#36414d',
        paper: { surround: '#12181f', panel: '#1b232c', sunk: '#161d25', rule: '#36414d' },
        madder: { main: '#e56a78' },
      },
    },
  },
  shape: { borderRadius: 3 },
  spacing: 4,
  typography: {
    fontFamily: 'var(--font-text), sans-serif',
    fontSize: 13,
    button: { textTransform: 'none', fontWeight: 500, letterSpacing: 0 },
  },
  components: {
    MuiButtonBase: { defaultProps: { disableRipple: true } },
    MuiButton: {
      defaultProps: { size: 'small', disableElevation: true },
      styleOverrides: { root: { minWidth: 0, padding: '3px 9px', lineHeight: 1.5, fontSize: 13 } },
    },
    MuiIconButton: {
      defaultProps: { size: 'small' },
      styleOverrides: { root: { borderRadius: 3, padding: 4, color: 'inherit' } },
    },
    MuiPaper: {
      defaultProps: { elevation: 0 },
      styleOverrides: { root: { backgroundImage: 'none', border: '1px solid var(--sc-palette-divider)' } },
    },
    MuiTooltip: {
      defaultProps: { enterDelay: 500, disableInteractive: true },
      styleOverrides: { tooltip: { background: '#1f2b38', color: '#fbf9f4', fontSize: 12, borderRadius: 3 } },
    },
    MuiMenuItem: {
      styleOverrides: { root: { fontSize: 13, minHeight: 28, paddingTop: 3, paddingBottom: 3 } },
    },
    MuiInputBase: {
      styleOverrides: { root: { fontSize: 13 }, input: { fontVariantNumeric: 'tabular-nums' } },
    },
    MuiSnackbarContent: {
      styleOverrides: {
        root: {
          fontSize: 13,
          padding: '2px 14px',
          borderRadius: 3,
          minWidth: 0,
          backgroundColor: '#1f2b38',
          color: '#fbf9f4',
        },
      },
    },
    MuiDialog: { defaultProps: { transitionDuration: 0 } },
    MuiMenu: { defaultProps: { transitionDuration: 0 } },
    MuiPopover: { defaultProps: { transitionDuration: 0 } },
  },
});
