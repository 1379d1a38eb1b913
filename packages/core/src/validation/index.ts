export { beginningOf } from './beginning.ts';
export { formats } from './formats.ts';
export { isStorable, plainFaults } from './storable-text.ts';
export { faultsOf, newAjv, parseMenuDocument, shapeCheck } from './shape.ts';
