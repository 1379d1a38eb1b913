import { inject, Injectable } from '@angular/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { createActionGroup, createFeature, createReducer, emptyProps, on, props } from '@ngrx/store';
import { catchError, map, of, switchMap } from 'rxjs';
import { Api } from '../../../api/api.ts';

interface Operation {
  readonly tags: readonly string[];
  readonly summary: string;
  readonly parameters?: readonly { name: string; in: string }[];
  readonly requestBody?: { content: Record<string, { schema?: { $ref?: string } }> };
  readonly responses: Record<string, { description: string }>;
}

/** The parts of an OpenAPI document that the page shows. */
export interface ApiDescription {
  readonly info: { title: string; description: string };
  readonly tags: readonly { name: string; description: string }[];
  readonly paths: Record<string, Record<string, Operation>>;
  readonly components: { schemas: Record<string, object> };
}

export interface ApiDocsState {
  readonly description: ApiDescription | undefined;
  readonly hasFailed: boolean;
}

export const apiDocsActions = createActionGroup({
  source: 'API docs',
  events: { Opened: emptyProps(), Arrived: props<{ description: ApiDescription }>(), Failed: emptyProps() },
});

export const apiDocsFeature = createFeature({
  name: 'apiDocs',
  reducer: createReducer<ApiDocsState>(
    { description: undefined, hasFailed: false },
    on(apiDocsActions.arrived, (_, { description }) => ({ description, hasFailed: false })),
    on(apiDocsActions.failed, (state) => ({ ...state, hasFailed: true })),
  ),
});

@Injectable()
export class ApiDocsEffects {
  readonly #actions = inject(Actions);
  readonly #api = inject(Api);

  readonly load = createEffect(() =>
    this.#actions.pipe(
      ofType(apiDocsActions.opened),
      switchMap(() =>
        this.#api.description().pipe(
          map((description) => apiDocsActions.arrived({ description: description as unknown as ApiDescription })),
          catchError(() => of(apiDocsActions.failed())),
        ),
      ),
    ),
  );
}
