import { definePreset } from '@primeuix/themes';
import autocomplete from '@primeuix/themes/aura/autocomplete';
import base from '@primeuix/themes/aura/base';
import button from '@primeuix/themes/aura/button';
import dialog from '@primeuix/themes/aura/dialog';
import inputnumber from '@primeuix/themes/aura/inputnumber';
import inputtext from '@primeuix/themes/aura/inputtext';
import toast from '@primeuix/themes/aura/toast';

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

/** Our own look on PrimeNG's base tokens, with only the components in use. */
export const theme = definePreset(
  { ...base, components: { autocomplete, button, dialog, inputnumber, inputtext, toast } },
  {
    primitive: { red: beet },
    semantic: {
      primary: teal,
      focusRing: { width: '2px', style: 'solid', color: '#1f5c57', offset: '2px' },
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
        },
      },
    },
  },
);
