import Type from 'typebox';
import { optional } from '../../menu/schema-kit.ts';
import { json, picture, routesFor } from '../contract.ts';
import { DemoSignIn, FirstOwner, PairingTry, Session, SignIn } from '../people.ts';
import { NoBody } from '../requests.ts';
import { enumOf, object, text } from '../schema.ts';
import { notTaken } from './refusals.ts';

const { get, post } = routesFor('public');

const wrong = { 403: { when: 'That is not right; it is not said what.' } };

/** What anybody may read, and how one signs in. */
export const publicApi = {
  health: get('/health', {
    summary: 'Whether the process answers',
    responses: { 200: json(object({ status: enumOf('ok') })) },
  }),
  ready: get('/ready', {
    summary: 'Whether it can serve: the database answers',
    responses: { 200: json(object({ status: enumOf('ready') })) },
  }),
  description: get('/openapi.json', {
    summary: 'This description',
    responses: { 200: json(Type.Unsafe<Record<string, unknown>>({ type: 'object' })) },
  }),
  menuSchema: get('/menu-schema.json', {
    summary: 'The JSON Schema (2020-12) of a menu document',
    responses: { 200: json(Type.Unsafe<Record<string, unknown>>({ type: 'object' })) },
  }),
  picture: get('/pictures/:id', {
    summary: 'A picture',
    params: { id: text },
    query: { size: optional(enumOf('small')) },
    responses: { 200: picture },
    refusals: { 404: { when: 'There is no such picture.' } },
  }),
  session: get('/session', { summary: 'Who is asking', responses: { 200: json(Session) } }),
  signIn: post('/session', {
    summary: 'Signs a person in',
    body: SignIn,
    responses: { 200: json(Session) },
    refusals: wrong,
  }),
  demoSignIn: post('/session/demo', {
    summary: 'Signs a made-up person in, in a demo only',
    body: DemoSignIn,
    responses: { 200: json(Session) },
    refusals: { 404: { when: 'This is no demo, or it has no such person.' } },
  }),
  signOut: post('/session/end', { summary: 'Signs out', body: NoBody, responses: { 200: json(Session) } }),
  firstOwner: post('/first-owner', {
    summary: 'Makes the first owner of a house in which nobody is known',
    body: FirstOwner,
    responses: { 201: json(Session) },
    refusals: { ...wrong, 409: { when: 'There is an owner already.' }, 422: notTaken },
  }),
  pair: post('/pair', {
    summary: 'Pairs this device by its code',
    body: PairingTry,
    responses: { 201: json(Session) },
    refusals: wrong,
  }),
  unpair: post('/unpair', {
    summary: 'This device is not to be used here any more',
    body: NoBody,
    responses: { 200: json(Session) },
  }),
};
