import { optional } from '../../menu/schema-kit.ts';
import { json, lines, routesFor } from '../contract.ts';
import {
  Edition,
  EditionNumber,
  EditionsNow,
  OpenedEdition,
  PlanMove,
  Publication,
  Published,
  PublishAgain,
  PublishFault,
  PublishRequest,
  ReplayLine,
  ReplayRequest,
} from '../edition.ts';
import { NoBody } from '../requests.ts';
import { count, many, object, text, Uuid } from '../schema.ts';
import { before } from './order-list.ts';
import { noMenu } from './refusals.ts';

const { get, post } = routesFor('workbench');
const number = { number: EditionNumber };
const noEdition = { 404: { when: 'There is no such edition.' } };
const noPlan = { 404: { when: 'There is no such plan, or it has begun.' } };
const notPublished = {
  409: {
    when:
      'The draft was changed since `revision`; or more was ordered in the last minutes than the house calls a rush, ' +
      'which `orders` says.',
    fields: { revision: optional(count), orders: optional(count) },
  },
  422: {
    when:
      'It is not published for the reason in `fault`: at the location in `location`, or because of what `stops`, or ' +
      'the places in `needs` go along.',
    fields: {
      fault: optional(PublishFault),
      location: optional(text),
      stops: optional(count),
      needs: optional(many(text)),
    },
  },
};

/** Editions: reading, comparing and publishing them. */
export const editionsApi = {
  editions: get('/editions', {
    action: 'see-set-up',
    summary: 'Editions, newest first',
    query: { before },
    responses: { 200: json(many(Edition)) },
  }),
  editionsNow: get('/editions/now', {
    action: 'see-set-up',
    summary: 'Which edition each location has and will have, what each screen shows, and who changed the draft',
    responses: { 200: json(EditionsNow) },
  }),
  edition: get('/editions/:number', {
    action: 'see-set-up',
    summary: 'An edition with what it holds',
    params: number,
    responses: { 200: json(OpenedEdition) },
    refusals: noEdition,
  }),
  publish: post('/editions', {
    action: 'publish',
    summary: 'Publishes the draft, or a part of it',
    body: PublishRequest,
    responses: { 200: json(Published) },
    refusals: { ...noMenu, ...notPublished },
  }),
  publishAgain: post('/editions/:number/again', {
    action: 'publish',
    summary: 'Publishes an earlier edition again',
    params: number,
    body: PublishAgain,
    responses: { 200: json(Published) },
    refusals: { ...noEdition, ...notPublished },
  }),
  movePlan: post('/plans/:id/move', {
    action: 'publish',
    summary: 'Moves a plan to another time',
    params: { id: Uuid },
    body: PlanMove,
    responses: { 200: json(Publication) },
    refusals: { ...noPlan, 422: notPublished[422] },
  }),
  callOff: post('/plans/:id/call-off', {
    action: 'publish',
    summary: 'Calls a plan off',
    params: { id: Uuid },
    body: NoBody,
    responses: { 200: json(object({ id: Uuid })) },
    refusals: noPlan,
  }),
  tellAgain: post('/editions/tell', {
    action: 'publish',
    summary: 'Tells every screen to read its edition now',
    body: NoBody,
    responses: { 200: json(object({})) },
  }),
  replay: post('/editions/replay', {
    action: 'see-set-up',
    summary: 'Past orders quoted with the edition of a location and with the draft, with its progress',
    body: ReplayRequest,
    responses: { 200: lines(ReplayLine) },
    refusals: {
      ...noMenu,
      422: { when: 'The draft has another currency than what is served: totals can’t be compared.' },
    },
  }),
};
