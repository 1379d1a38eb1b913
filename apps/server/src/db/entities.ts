export * from './edition-entities.ts';
export * from './house-entities.ts';
export * from './menu-entities.ts';
export * from './order-entities.ts';
export * from './people-entities.ts';
export * from './stock-entities.ts';
export * from './void-entities.ts';
export * from './webhook-entities.ts';
