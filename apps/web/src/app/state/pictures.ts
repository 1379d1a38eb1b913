import { inject, Injectable } from '@angular/core';
import { applyUnchecked, type Edit, type Menu, type Picture, withCells } from '@hearty-ladle/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { createActionGroup, createFeature, createReducer, emptyProps, on, props, Store } from '@ngrx/store';
import { catchError, EMPTY, filter, from, map, mergeMap, switchMap, toArray, withLatestFrom } from 'rxjs';
import { Api, type SentPicture } from '../api/api.ts';
import { menuActions } from './menu-actions.ts';
import { menuFeature } from './menu-reducer.ts';

/** A dish, a combination of its variants, or choices of a group, that have a picture. */
export type PicturePlace =
  | { readonly kind: 'items'; readonly id: string }
  | { readonly kind: 'variants'; readonly item: string; readonly pick: Readonly<Record<string, string>> }
  | { readonly kind: 'choices'; readonly group: string; readonly ids: readonly string[] };

/** One file of several, for a place; without one it is only stored. */
export interface HeapPicture {
  readonly id: string;
  readonly file: Blob;
  readonly place: PicturePlace | undefined;
}

export interface PictureState {
  /** Of several files: how many are on their way, which are stored, and why others are not; by id. */
  readonly heap: {
    readonly waiting: number;
    readonly stored: readonly string[];
    readonly refused: Readonly<Record<string, string>>;
  };
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
    /** Several files at once, each for its place; they become one change. */
    'Several added': props<{ files: readonly HeapPicture[] }>(),
    'Several answered': props<{ answered: readonly { file: HeapPicture; sent: SentPicture }[] }>(),
  },
});

/** The stored pictures, and uploading one. */
export const pictureFeature = createFeature({
  name: 'pictures',
  reducer: createReducer<PictureState>(
    { heap: { waiting: 0, stored: [], refused: {} }, pictures: [], sending: [], refusal: undefined },
    on(pictureActions.arrived, (state, { pictures }) => ({ ...state, pictures })),
    on(pictureActions.fileAdded, (state, { place }) => ({
      ...state,
      sending: [...state.sending, place],
      refusal: undefined,
    })),
    on(pictureActions.severalAdded, (state, { files }) => ({
      ...state,
      heap: { ...state.heap, waiting: files.length, refused: {} },
    })),
    on(pictureActions.severalAnswered, (state, { answered }) => ({
      ...state,
      heap: {
        waiting: 0,
        stored: [
          ...state.heap.stored,
          ...answered.flatMap(({ file, sent }) => (sent.outcome === 'saved' ? [file.id] : [])),
        ],
        refused: Object.fromEntries(
          answered.flatMap(({ file, sent }) => (sent.outcome === 'refused' ? [[file.id, sent.message]] : [])),
        ),
      },
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

/** The pictures of several places; a later one in the same group goes on top of the earlier. */
function severalEdits(menu: Menu, answered: readonly { file: HeapPicture; sent: SentPicture }[]): Edit[] {
  const edits: Edit[] = [];
  let current = menu;
  for (const { file, sent } of answered) {
    if (!file.place || sent.outcome !== 'saved') continue;
    const some = pictureEdits(current, file.place, sent.picture.id);
    current = applyUnchecked(current, { edits: some });
    edits.push(...some);
  }
  return edits;
}

/** Uploads that run at the same time. */
const AT_ONCE = 2;

@Injectable()
export class PictureEffects {
  readonly #actions = inject(Actions);
  readonly #api = inject(Api);
  readonly #store = inject(Store);

  readonly load = createEffect(() =>
    this.#actions.pipe(
      ofType(pictureActions.opened, pictureActions.uploadAnswered, pictureActions.severalAnswered),
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

  readonly uploadSeveral = createEffect(() =>
    this.#actions.pipe(
      ofType(pictureActions.severalAdded),
      mergeMap(({ files }) =>
        from(files).pipe(
          mergeMap((file) => this.#api.addPicture(file.file).pipe(map((sent) => ({ file, sent }))), AT_ONCE),
          toArray(),
          map((answered) => pictureActions.severalAnswered({ answered })),
        ),
      ),
    ),
  );

  /** They are one change, and one step to undo. */
  readonly showSeveral = createEffect(() =>
    this.#actions.pipe(
      ofType(pictureActions.severalAnswered),
      withLatestFrom(this.#store.select(menuFeature.selectMenu)),
      map(([{ answered }, menu]) => (menu ? severalEdits(menu, answered) : [])),
      filter((edits) => edits.length > 0),
      map((edits) => menuActions.changed({ label: `Added ${edits.length} pictures`, change: { edits } })),
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
