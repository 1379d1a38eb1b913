import { json, lines, routesFor } from '../contract.ts';
import { ReplayLine } from '../edition.ts';
import { many } from '../schema.ts';
import {
  behindFigure,
  DishesTakings,
  GroupsTakings,
  HangTime,
  Missed,
  OrdersBehind,
  Pairs,
  RepeatedNote,
  Takings,
  TakingsBy,
  takingsFilter,
  togetherWith,
  WhatIfRequest,
} from '../takings.ts';
import { noMenu } from './refusals.ts';

const { get, post } = routesFor('workbench');
const action = 'see-takings';
const refusals = {
  422: { when: 'The first day is after the last one, or the first hour is not before the last one.' },
};

/** Takings: what was sold, and what guests chose. */
export const takingsApi = {
  takings: get('/takings', {
    action,
    summary: 'What was taken, by day, hour, weekday, location, channel or service',
    query: { ...takingsFilter, by: TakingsBy },
    responses: { 200: json(Takings) },
    refusals,
  }),
  dishesTakings: get('/takings/dishes', {
    action,
    summary: 'What was taken with each dish',
    query: takingsFilter,
    responses: { 200: json(DishesTakings) },
    refusals,
  }),
  groupsTakings: get('/takings/groups', {
    action,
    summary: 'What was chosen in each group, and what nobody picks',
    query: takingsFilter,
    responses: { 200: json(GroupsTakings) },
    refusals: { ...refusals, ...noMenu },
  }),
  together: get('/takings/together', {
    action,
    summary: 'What goes with a dish or a choice; without one, which dishes go together',
    query: { ...takingsFilter, ...togetherWith },
    responses: { 200: json(Pairs) },
    refusals,
  }),
  repeatedNotes: get('/takings/notes', {
    action,
    summary: 'Notes that were written more than once, most often first',
    query: takingsFilter,
    responses: { 200: json(many(RepeatedNote)) },
    refusals,
  }),
  hangTimes: get('/takings/kitchen', {
    action,
    summary: 'How long tickets hang, by station and hour',
    query: takingsFilter,
    responses: { 200: json(many(HangTime)) },
    refusals,
  }),
  missed: get('/takings/missed', {
    action,
    summary: 'What guests asked for and could not have, as it was 86’d or used up',
    query: takingsFilter,
    responses: { 200: json(many(Missed)) },
    refusals,
  }),
  ordersBehind: get('/takings/orders', {
    action,
    summary: 'The orders behind a figure, newest first',
    query: behindFigure,
    responses: { 200: json(OrdersBehind) },
    refusals,
  }),
  whatIf: post('/takings/what-if', {
    action,
    summary: 'What past orders would have brought with other prices, with its progress',
    body: WhatIfRequest,
    responses: { 200: lines(ReplayLine) },
    refusals: { ...noMenu, 422: { when: 'The draft has no such price.' } },
  }),
};
