import Type, { type Static } from 'typebox';
import { chosenByKey, closed, filledList, Id, int, optional } from './schema-kit.ts';

/** The channel an order comes through. */
export const Channel = Type.Unsafe<'online' | 'pos'>({ enum: ['online', 'pos'] });
export type Channel = Static<typeof Channel>;

/** How the order is served. */
export const Service = Type.Unsafe<'dine-in' | 'takeaway' | 'delivery'>({ enum: ['dine-in', 'takeaway', 'delivery'] });
export type Service = Static<typeof Service>;

const ID = '[a-z0-9][a-z0-9_.-]{0,63}';
/** `group/choice` */
export const ChoicePath = Type.String({ title: 'choice-path', pattern: `^${ID}/${ID}$` });
/** `group` or `group/choice` */
export const ThingPath = Type.String({ title: 'thing-path', pattern: `^${ID}(/${ID})?$` });

const count = int(0, 999);
const bounds = { atLeast: optional(count), atMost: optional(count) };
const atLeastOneBound = { ...closed, anyOf: [{ required: ['atLeast'] }, { required: ['atMost'] }] };

export type Condition =
  | { all: Condition[] }
  | { any: Condition[] }
  | { not: Condition }
  | { picked: string }
  | { units: { of: string; atLeast?: number; atMost?: number } }
  | { quantity: { atLeast?: number; atMost?: number } }
  | { channel: Channel }
  | { service: Service }
  | { location: string }
  | { daypart: string }
  | { priceList: string }
  | { guest: string };

const ref = Type.Unsafe<Condition>({ $ref: '#/$defs/Condition' });
const one = <S extends Type.TProperties>(properties: S) => Type.Object(properties, closed);

export const ConditionSchema = chosenByKey({
  all: one({ all: filledList(ref) }),
  any: one({ any: filledList(ref) }),
  not: one({ not: ref }),
  picked: one({ picked: ChoicePath }),
  units: one({ units: Type.Object({ of: ThingPath, ...bounds }, atLeastOneBound) }),
  quantity: one({ quantity: Type.Object(bounds, atLeastOneBound) }),
  channel: one({ channel: Channel }),
  service: one({ service: Service }),
  location: one({ location: Id }),
  daypart: one({ daypart: Id }),
  priceList: one({ priceList: Id }),
  guest: one({ guest: Id }),
});
export const ConditionRef = ref;
