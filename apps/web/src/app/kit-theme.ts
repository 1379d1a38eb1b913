import { type EnvironmentProviders, provideEnvironmentInitializer } from '@angular/core';
import { updatePreset } from '@primeuix/themes';
import autocomplete from '@primeuix/themes/aura/autocomplete';
import checkbox from '@primeuix/themes/aura/checkbox';
import datatable from '@primeuix/themes/aura/datatable';
import datepicker from '@primeuix/themes/aura/datepicker';
import dialog from '@primeuix/themes/aura/dialog';
import drawer from '@primeuix/themes/aura/drawer';
import fileupload from '@primeuix/themes/aura/fileupload';
import inputnumber from '@primeuix/themes/aura/inputnumber';
import menu from '@primeuix/themes/aura/menu';
import message from '@primeuix/themes/aura/message';
import paginator from '@primeuix/themes/aura/paginator';
import popover from '@primeuix/themes/aura/popover';
import progressbar from '@primeuix/themes/aura/progressbar';
import radiobutton from '@primeuix/themes/aura/radiobutton';
import select from '@primeuix/themes/aura/select';
import selectbutton from '@primeuix/themes/aura/selectbutton';
import tabs from '@primeuix/themes/aura/tabs';
import tag from '@primeuix/themes/aura/tag';
import textarea from '@primeuix/themes/aura/textarea';
import togglebutton from '@primeuix/themes/aura/togglebutton';

/** Our own look of the components that only the workbench, the till and the pass use: guests don't load them. */
const components = {
  autocomplete,
  checkbox,
  datatable,
  datepicker,
  dialog,
  drawer,
  fileupload,
  inputnumber,
  menu,
  message,
  paginator,
  popover,
  progressbar,
  radiobutton,
  select,
  selectbutton,
  tabs,
  tag,
  textarea,
  togglebutton,
};

const ours = {
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
};

/** Adds the look of these components to the pages of a route. */
export function provideKit(): EnvironmentProviders {
  return provideEnvironmentInitializer(() => {
    updatePreset({ components });
    updatePreset({ components: ours });
  });
}
