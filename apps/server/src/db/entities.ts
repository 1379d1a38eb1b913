export * from './menu-entities.ts';
export * from './order-entities.ts';
