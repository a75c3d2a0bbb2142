import './inputWords';

export * from './shapes';
export * from './version';
export * from './account';
export * from './journal';
export * from './plan';
export * from './settings';
export * from './reading';
export * from './studio';
export * from './files';
export type { Deleted, PutAway } from './putAwayRoutes';
export type { ParamsOf, Route } from './route';
export { ROUTES, type RouteName, type BodyOf, type ResponseOf } from './routes';
export { openApi } from './openapi';
