import es from './compiled/es.ts';
import { guests } from './message.ts';

// Staff see what guests are told in every language of the menu, so theirs are not loaded one by one.
guests.add('es', es);
