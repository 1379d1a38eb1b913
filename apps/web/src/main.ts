import './app/messages/all-languages.ts';
import { routes } from './app/app.routes.ts';
import { startPages } from './app/start-pages.ts';

startPages(routes);
