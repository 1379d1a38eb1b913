import { inject, Injectable } from '@angular/core';
import type { Picture } from '@hearty-ladle/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { createActionGroup, createFeature, createReducer, emptyProps, on, props } from '@ngrx/store';
import { catchError, EMPTY, map, mergeMap, switchMap } from 'rxjs';
import { Api, type SentPicture } from '../api/api.ts';

export interface PictureState {
  readonly pictures: readonly Picture[];
  /** The latest answer to an upload, with the id of its request. */
  readonly answer: { readonly request: string; readonly sent: SentPicture } | undefined;
}

export const pictureActions = createActionGroup({
  source: 'Pictures',
  events: {
    Opened: emptyProps(),
    Arrived: props<{ pictures: readonly Picture[] }>(),
    'File added': props<{ request: string; file: Blob }>(),
    'Upload answered': props<{ request: string; sent: SentPicture }>(),
  },
});

/** The stored pictures, and uploading one. */
export const pictureFeature = createFeature({
  name: 'pictures',
  reducer: createReducer<PictureState>(
    { pictures: [], answer: undefined },
    on(pictureActions.arrived, (state, { pictures }) => ({ ...state, pictures })),
    on(pictureActions.uploadAnswered, (state, { request, sent }) => ({ ...state, answer: { request, sent } })),
  ),
});

@Injectable()
export class PictureEffects {
  readonly #actions = inject(Actions);
  readonly #api = inject(Api);

  readonly load = createEffect(() =>
    this.#actions.pipe(
      ofType(pictureActions.opened, pictureActions.uploadAnswered),
      switchMap(() =>
        this.#api.pictures().pipe(
          map((pictures) => pictureActions.arrived({ pictures })),
          catchError(() => EMPTY),
        ),
      ),
    ),
  );

  readonly upload = createEffect(() =>
    this.#actions.pipe(
      ofType(pictureActions.fileAdded),
      mergeMap(({ request, file }) =>
        this.#api.addPicture(file).pipe(map((sent) => pictureActions.uploadAnswered({ request, sent }))),
      ),
    ),
  );
}
