import Type from 'typebox';
import { describe, expect, it } from 'vitest';
import { type Route, refusalsOf, routeName, ROUTES } from '../index.ts';
import { problemFields } from '../api/problem.ts';
import { shapeCheck } from './index.ts';

/** Every schema of a route, by what it is for. */
function schemasOf(route: Route): [string, object][] {
  const contents = Object.entries(route.responses).flatMap(([status, content]): [string, object][] =>
    'schema' in content ? [[status, content.schema]] : [],
  );
  const refusals = Object.entries(refusalsOf(route)).map(([status, { fields }]): [string, object] => [
    status,
    Type.Object({ ...problemFields, ...fields }),
  ]);
  return [
    ...contents,
    ...refusals,
    ['params', Type.Object(route.params ?? {})],
    ['query', Type.Object(route.query ?? {})],
    ...(typeof route.body === 'object' ? [['body', route.body] as [string, object]] : []),
  ];
}

describe('the contract of', () => {
  it.each(ROUTES.map((route): [string, Route] => [routeName(route), route]))(
    '%s has schemas that can be compiled, and parameters for its path',
    (_, route) => {
      for (const [, schema] of schemasOf(route)) expect(shapeCheck(schema)(undefined).length).toBe(1);
      expect([...route.path.matchAll(/:(\w+)/g)].map(([, name]) => name)).toEqual(Object.keys(route.params ?? {}));
    },
  );

  it('every route is its own', () => {
    expect(new Set(ROUTES.map(routeName)).size).toBe(ROUTES.length);
  });
});
