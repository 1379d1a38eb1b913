import { json, routesFor } from '../contract.ts';
import { Device, OwnSecrets, PairingCode, PairingRequest, Person, PersonChange, TrailEntry } from '../people.ts';
import { NoBody } from '../requests.ts';
import { many, object, Uuid } from '../schema.ts';
import { before } from './order-list.ts';
import { notTaken } from './refusals.ts';

const { get, post } = routesFor('workbench');

/** People, devices, the trail, and one's own account. */
export const accountApi = {
  people: get('/people', {
    action: 'manage-people',
    summary: 'Everybody who is known here',
    responses: { 200: json(many(Person)) },
  }),
  setPerson: post('/people', {
    action: 'manage-people',
    summary: 'Adds or changes a person',
    body: PersonChange,
    responses: { 200: json(Person) },
    refusals: { 409: { when: 'Somebody else changed the person meanwhile.' }, 422: notTaken },
  }),
  devices: get('/devices', {
    action: 'manage-people',
    summary: 'The paired devices',
    responses: { 200: json(many(Device)) },
  }),
  newPairingCode: post('/devices/codes', {
    action: 'manage-people',
    summary: 'A code by which one device is paired, within ten minutes',
    body: PairingRequest,
    responses: { 201: json(PairingCode) },
    refusals: { 422: { when: 'There is no such location, or the device needs one.' } },
  }),
  withdrawDevice: post('/devices/:id/withdraw', {
    action: 'manage-people',
    summary: 'Withdraws a device: it can do nothing here any more until it is paired again',
    params: { id: Uuid },
    body: NoBody,
    responses: { 200: json(object({ id: Uuid })) },
    refusals: { 404: { when: 'There is no such device.' } },
  }),
  trail: get('/trail', {
    action: 'see-trail',
    summary: 'Sign-ins, refusals, roles, devices, voids and named prices, newest first',
    query: { before },
    responses: { 200: json(many(TrailEntry)) },
  }),
  setOwnSecrets: post('/account/secrets', {
    action: 'own-account',
    summary: 'Changes one’s own password or PIN; every other session ends',
    body: OwnSecrets,
    responses: { 200: json(object({})) },
    refusals: { 403: { when: 'The current password is wrong.' }, 422: notTaken },
  }),
  signOutEverywhere: post('/account/sign-out-everywhere', {
    action: 'own-account',
    summary: 'Ends every session of the person, this one too',
    body: NoBody,
    responses: { 200: json(object({})) },
  }),
};
