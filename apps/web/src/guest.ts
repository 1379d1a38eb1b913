import { loadMessages } from './app/messages/message.ts';
import { startPages } from './app/start-pages.ts';
import { chosenLanguage } from './app/state/chosen-language.ts';

// What guests see is built by itself, so that they load only those parts of the framework and the kit that the shop uses.
const start = () =>
  startPages([
    { path: 'shop', loadChildren: () => import('./app/features/shop/shop.routes.ts') },
    { path: '**', redirectTo: 'shop' },
  ]);

// Without what they are told in their language they start in English; it is loaded again with the menu.
loadMessages(chosenLanguage() ?? '').then(start, start);
