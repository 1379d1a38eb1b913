import { addressOf, type Audience, type NameOf, type Route } from '../contract.ts';
import { deviceApi } from './device.ts';
import { publicApi } from './public.ts';
import { shopApi } from './shop.ts';
import { workbenchApi } from './workbench.ts';

export { deviceApi, publicApi, shopApi, workbenchApi };

/** The routes by audience and name. */
export const APIS: Readonly<Record<Audience, Readonly<Record<string, Route>>>> = {
  shop: shopApi,
  device: deviceApi,
  workbench: workbenchApi,
  public: publicApi,
};

/** Every route of the server. */
export const ROUTES: readonly Route[] = Object.values(APIS).flatMap((api) => Object.values(api));

type ValuesOf<T> = T[keyof T];
type AnyRoute =
  ValuesOf<typeof shopApi> | ValuesOf<typeof deviceApi> | ValuesOf<typeof workbenchApi> | ValuesOf<typeof publicApi>;

/** Every route by its name, for callers that need its types but not its schemas. */
export type Routes = { readonly [R in AnyRoute as NameOf<R>]: R };

/** Names a route, for example `post /api/shop/orders`. */
export function routeName(route: Route): string {
  return `${route.method} ${addressOf(route)}`;
}
