export { formats } from './formats.ts';
export { faultsOf, newAjv, parseMenuDocument, shapeCheck } from './shape.ts';
