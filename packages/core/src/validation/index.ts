export { beginningOf } from './beginning.ts';
export { faultsOf, newAjv, parseMenuDocument, parsePantryDocument, shapeCheck } from './shape.ts';
