import { definePreset } from '@primeuix/themes';
import base from '@primeuix/themes/aura/base';
import button from '@primeuix/themes/aura/button';
import inputtext from '@primeuix/themes/aura/inputtext';

const teal = {
  50: '#f1f7f6',
  100: '#e3eeec',
  200: '#c3dbd8',
  300: '#95bfba',
  400: '#5d9a93',
  500: '#1f5c57',
  600: '#1a4f4b',
  700: '#16423f',
  800: '#123634',
  900: '#0e2a28',
  950: '#091d1c',
};

/** Beet: errors and deletions. */
const beet = {
  50: '#fbf0f2',
  100: '#f5dde2',
  200: '#eabac4',
  300: '#d98a9a',
  400: '#c0566d',
  500: '#a3263f',
  600: '#8c2036',
  700: '#741b2d',
  800: '#5d1524',
  900: '#47101b',
  950: '#300a12',
};

const quiet = { background: '{surface.0}', hoverBackground: '{surface.50}', activeBackground: '{surface.100}' };

/** Amber: what differs, and warnings. */
const amber = {
  50: '#fdf7ef',
  100: '#fbeedd',
  200: '#f3d5b0',
  300: '#e5b27b',
  400: '#c47f3b',
  500: '#9a5310',
  600: '#84470e',
  700: '#6c3a0b',
  800: '#552e09',
  900: '#3f2207',
  950: '#291604',
};

/** Our own look on PrimeNG's base tokens, with the components that every page uses; see kit-theme.ts for the others. */
export const theme = definePreset(
  { ...base, components: { button, inputtext } },
  {
    primitive: { red: beet, orange: amber },
    semantic: {
      primary: teal,
      focusRing: { width: '2px', style: 'solid', color: '#1f5c57', offset: '2px' },
      formField: {
        paddingX: '10px',
        paddingY: '6px',
        borderRadius: '6px',
        transitionDuration: '0s',
        focusRing: { width: '2px', style: 'solid', color: '#1f5c57', offset: '0' },
      },
      content: { borderRadius: '6px' },
      list: { option: { padding: '8px 10px', borderRadius: '4px' } },
      overlay: {
        select: { borderRadius: '6px', shadow: 'var(--shadow)' },
        popover: { borderRadius: '6px', shadow: 'var(--shadow)' },
      },
      colorScheme: {
        light: {
          surface: {
            0: '#ffffff',
            50: '#fbf7f0',
            100: '#f4eee3',
            200: '#e4dccf',
            300: '#cfc5b4',
            400: '#8d8677',
            500: '#5f6b68',
            600: '#4a5552',
            700: '#22302e',
            800: '#1d2827',
            900: '#172120',
            950: '#101817',
          },
          primary: { color: '#1f5c57', hoverColor: '#1a4f4b', activeColor: '#16423f', contrastColor: '#ffffff' },
          formField: {
            borderColor: '{surface.400}',
            hoverBorderColor: '{surface.500}',
            focusBorderColor: '{primary.color}',
            invalidBorderColor: '{red.500}',
            placeholderColor: '#756f63',
            invalidPlaceholderColor: '{red.500}',
            iconColor: '{surface.500}',
            shadow: 'none',
          },
          text: { color: '{surface.700}', mutedColor: '{surface.500}' },
        },
      },
    },
    components: {
      button: {
        root: { paddingX: '14px', paddingY: '6px', gap: '8px', transitionDuration: '0s' },
        colorScheme: {
          light: {
            root: {
              secondary: {
                ...quiet,
                borderColor: '{surface.200}',
                hoverBorderColor: '{surface.500}',
                activeBorderColor: '{surface.500}',
                color: '{surface.700}',
                hoverColor: '{surface.700}',
                activeColor: '{surface.700}',
              },
              danger: {
                ...quiet,
                borderColor: '{red.500}',
                hoverBorderColor: '{red.600}',
                activeBorderColor: '{red.600}',
                color: '{red.500}',
                hoverColor: '{red.600}',
                activeColor: '{red.600}',
              },
            },
            text: { secondary: { color: '{surface.700}' } },
          },
        },
      },
    },
  },
);
