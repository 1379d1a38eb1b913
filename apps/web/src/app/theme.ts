import { definePreset } from '@primeuix/themes';
import autocomplete from '@primeuix/themes/aura/autocomplete';
import base from '@primeuix/themes/aura/base';
import button from '@primeuix/themes/aura/button';
import checkbox from '@primeuix/themes/aura/checkbox';
import confirmdialog from '@primeuix/themes/aura/confirmdialog';
import datatable from '@primeuix/themes/aura/datatable';
import datepicker from '@primeuix/themes/aura/datepicker';
import dialog from '@primeuix/themes/aura/dialog';
import fileupload from '@primeuix/themes/aura/fileupload';
import inputnumber from '@primeuix/themes/aura/inputnumber';
import inputtext from '@primeuix/themes/aura/inputtext';
import menu from '@primeuix/themes/aura/menu';
import message from '@primeuix/themes/aura/message';
import panel from '@primeuix/themes/aura/panel';
import popover from '@primeuix/themes/aura/popover';
import radiobutton from '@primeuix/themes/aura/radiobutton';
import select from '@primeuix/themes/aura/select';
import selectbutton from '@primeuix/themes/aura/selectbutton';
import tabs from '@primeuix/themes/aura/tabs';
import tag from '@primeuix/themes/aura/tag';
import textarea from '@primeuix/themes/aura/textarea';
import toast from '@primeuix/themes/aura/toast';
import togglebutton from '@primeuix/themes/aura/togglebutton';

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

/** Our own look on PrimeNG's base tokens, with only the components in use. */
export const theme = definePreset(
  {
    ...base,
    components: {
      autocomplete,
      button,
      checkbox,
      confirmdialog,
      datatable,
      datepicker,
      dialog,
      fileupload,
      inputnumber,
      inputtext,
      menu,
      message,
      panel,
      popover,
      radiobutton,
      select,
      selectbutton,
      tabs,
      tag,
      textarea,
      toast,
      togglebutton,
    },
  },
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
      checkbox: { root: { width: '18px', height: '18px' } },
      radiobutton: { root: { width: '18px', height: '18px' } },
      tag: { root: { fontSize: '12.5px', fontWeight: '500', padding: '1px 8px', borderRadius: '999px' } },
      select: { dropdown: { width: '30px' } },
      tabs: {
        tablist: { background: 'transparent', borderWidth: '0 0 2px 0' },
        tab: { padding: '8px 14px', fontWeight: '500' },
        tabpanel: { background: 'transparent', padding: '14px 0 0' },
        activeBar: { height: '3px' },
      },
      togglebutton: {
        root: { padding: '0', borderRadius: '{content.border.radius}' },
        content: { padding: '5px 14px', checkedShadow: 'none' },
        colorScheme: {
          light: {
            root: {
              background: '{surface.0}',
              hoverBackground: '{surface.50}',
              checkedBackground: '{primary.100}',
              borderColor: '{surface.200}',
              checkedBorderColor: '{primary.color}',
              color: '{surface.700}',
              checkedColor: '{primary.color}',
            },
            content: { checkedBackground: 'transparent' },
          },
        },
      },
      datatable: { headerCell: { padding: '6px 10px' }, bodyCell: { padding: '6px 10px' } },
    },
  },
);
