export { beginningOf } from './beginning.ts';
export { faultsOf, newAjv, parseMenuDocument, shapeCheck } from './shape.ts';
