import { inject, Injectable } from '@angular/core';
import { type Edit, type Menu, type Picture, withCells } from '@hearty-ladle/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { createActionGroup, createFeature, createReducer, emptyProps, on, props, Store } from '@ngrx/store';
import { catchError, EMPTY, filter, map, mergeMap, switchMap, withLatestFrom } from 'rxjs';
import { Api, type SentPicture } from '../api/api.ts';
import { menuActions } from './menu-actions.ts';
import { menuFeature } from './menu-reducer.ts';

/** A dish, a combination of its variants, or choices of a group, that have a picture. */
export type PicturePlace =
  | { readonly kind: 'items'; readonly id: string }
  | { readonly kind: 'variants'; readonly item: string; readonly pick: Readonly<Record<string, string>> }
  | { readonly kind: 'choices'; readonly group: string; readonly ids: readonly string[] };

export interface PictureState {
  readonly pictures: readonly Picture[];
  /** The places whose uploads are under way. */
  readonly sending: readonly PicturePlace[];
  /** The latest upload that was refused. */
  readonly refusal: { readonly place: PicturePlace; readonly message: string } | undefined;
}

export const pictureActions = createActionGroup({
  source: 'Pictures',
  events: {
    Opened: emptyProps(),
    Arrived: props<{ pictures: readonly Picture[] }>(),
    'File added': props<{ place: PicturePlace; file: Blob }>(),
    'Upload answered': props<{ place: PicturePlace; sent: SentPicture }>(),
  },
});

/** The stored pictures, and uploading one. */
export const pictureFeature = createFeature({
  name: 'pictures',
  reducer: createReducer<PictureState>(
    { pictures: [], sending: [], refusal: undefined },
    on(pictureActions.arrived, (state, { pictures }) => ({ ...state, pictures })),
    on(pictureActions.fileAdded, (state, { place }) => ({
      ...state,
      sending: [...state.sending, place],
      refusal: undefined,
    })),
    on(pictureActions.uploadAnswered, (state, { place, sent }) => ({
      ...state,
      sending: state.sending.filter((it) => it !== place),
      refusal: sent.outcome === 'refused' ? { place, message: sent.message } : undefined,
    })),
  ),
});

/** Gives a dish or choices a picture; nothing if they are gone. */
function pictureEdits(menu: Menu, place: PicturePlace, image: string): Edit[] {
  if (place.kind === 'items') {
    const item = menu.items.find(({ id }) => id === place.id);
    return item ? [{ type: 'put', kind: 'items', thing: { ...item, image } }] : [];
  }
  if (place.kind === 'variants') {
    const item = menu.items.find(({ id }) => id === place.item);
    if (!item?.variants) return [];
    const thing = withCells(item, [{ pick: place.pick, fields: { image } }]);
    return [{ type: 'put', kind: 'items', thing }];
  }
  const group = menu.groups.find(({ id }) => id === place.group);
  if (group?.kind !== 'choices' || !group.choices?.some(({ id }) => place.ids.includes(id))) return [];
  const choices = group.choices.map((choice) => (place.ids.includes(choice.id) ? { ...choice, image } : choice));
  return [{ type: 'put', kind: 'groups', thing: { ...group, choices } }];
}

@Injectable()
export class PictureEffects {
  readonly #actions = inject(Actions);
  readonly #api = inject(Api);
  readonly #store = inject(Store);

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
      mergeMap(({ place, file }) =>
        this.#api.addPicture(file).pipe(map((sent) => pictureActions.uploadAnswered({ place, sent }))),
      ),
    ),
  );

  /** The picture goes to where it was dropped, whatever is on the screen when the upload ends. */
  readonly show = createEffect(() =>
    this.#actions.pipe(
      ofType(pictureActions.uploadAnswered),
      withLatestFrom(this.#store.select(menuFeature.selectMenu)),
      map(([{ place, sent }, menu]) =>
        menu && sent.outcome === 'saved' ? pictureEdits(menu, place, sent.picture.id) : [],
      ),
      filter((edits) => edits.length > 0),
      map((edits) => menuActions.changed({ label: 'Added a picture', change: { edits } })),
    ),
  );
}
