export * from './shapes';
export * from './studio';
export { ROUTES, type Route, type RouteName, type BodyOf, type ResponseOf } from './routes';
export { openApi } from './openapi';
