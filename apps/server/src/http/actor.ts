import {
  type Action,
  devicePlaces,
  type PairedAs,
  type Places,
  placesFor,
  reaches,
  rolesThatMay,
  type SignedIn,
} from '@hearty-ladle/core';
import { type Problem, problem } from './reply.ts';

/** Who asks: a person who signed in, a paired device, and a person who entered a PIN there; none of them for guests. */
export class Actor {
  readonly person: SignedIn | undefined;
  readonly device: PairedAs | undefined;
  readonly acting: SignedIn | undefined;
  readonly address: string;
  /** The token of the PIN that was entered. */
  readonly actingToken: string | undefined;

  constructor(
    address: string,
    {
      person,
      device,
      acting,
      actingToken,
    }: {
      readonly person?: SignedIn | undefined;
      readonly device?: PairedAs | undefined;
      readonly acting?: SignedIn | undefined;
      readonly actingToken?: string | undefined;
    } = {},
  ) {
    this.address = address;
    this.person = person;
    this.device = device;
    this.acting = acting;
    this.actingToken = actingToken;
  }

  get isKnown(): boolean {
    return this.person !== undefined || this.device !== undefined;
  }

  /** By whose name it is done. */
  get by(): string {
    return this.acting?.name ?? this.person?.name ?? this.device?.name ?? 'guest';
  }

  /** Who did it, for the trail. */
  get doer(): { readonly by: string; readonly device: string | undefined; readonly address: string } {
    return { by: this.by, device: this.device?.name, address: this.address };
  }

  /** To whom wrong PINs are counted, and a right one is bound. */
  get holder(): string {
    return this.device ? `device ${this.device.id}` : `person ${this.person?.id ?? ''}`;
  }

  /** Where this may be done: what the person, the device and the PIN allow together. */
  places(action: Action): Places {
    const each: Places[] = [
      ...(this.person ? [placesFor(this.person.grants, action)] : []),
      ...(this.acting ? [placesFor(this.acting.grants, action)] : []),
      ...(this.device ? [devicePlaces(this.device, action)] : []),
    ];
    return each.includes('everywhere') ? 'everywhere' : each.flatMap((places) => places);
  }

  /** Whether this may be done somewhere. */
  mayAnywhere(action: Action): boolean {
    return this.places(action).length > 0;
  }

  /** Whether this may be done at a location; without one: everywhere. */
  may(action: Action, location: string | undefined): boolean {
    return reaches(this.places(action), location);
  }
}

export const SIGN_IN = problem(401, 'sign-in', 'Sign in to do this, or pair this device.');

/** The refusal of an action, with the roles that may. */
export function notAllowed(action: Action): Problem {
  const roles = rolesThatMay(action);
  return problem(403, 'not-allowed', 'Your role does not allow this here.', { may: roles });
}
