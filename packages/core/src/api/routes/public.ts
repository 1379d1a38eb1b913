import Type from 'typebox';
import { optional } from '../../menu/schema-kit.ts';
import { json, picture, routesFor } from '../contract.ts';
import { enumOf, object, text } from '../schema.ts';

const { get } = routesFor('public');

/** What anybody may read. */
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
  picture: get('/pictures/:id', {
    summary: 'A picture',
    params: { id: text },
    query: { size: optional(enumOf('small')) },
    responses: { 200: picture },
    refusals: { 404: { when: 'There is no such picture.' } },
  }),
};
