import { computed, inject, Injectable } from '@angular/core';
import { findingKey, type Finding, type Mend, type Snooze, snoozeOf } from '@hearty-ladle/core';
import { Store } from '@ngrx/store';
import { clock } from '../clock.ts';
import { checkFeature } from './line-check.ts';
import { MenuView } from './menu-view.ts';

/** How many findings of each seriousness there are about a thing. */
export interface Mark {
  readonly stop: number;
  readonly warn: number;
}

/** A finding with its mend, if there is an obvious one, and its snooze, if it is set aside. */
export interface SeenFinding {
  readonly key: string;
  readonly finding: Finding;
  readonly mend: Mend | undefined;
  readonly snooze: Snooze | undefined;
}

/** What line check found, by what it is about, as signals to read in the workbench. */
@Injectable({ providedIn: 'root' })
export class FindingsView {
  readonly #store = inject(Store);
  readonly #findings = this.#store.selectSignal(checkFeature.selectFindings);
  readonly #mends = this.#store.selectSignal(checkFeature.selectMends);
  readonly #view = inject(MenuView);
  /** The draft's snoozes alone: other edits must not draw the marks of a whole menu anew. */
  readonly #snoozes = computed(() => this.#view.menu()?.snoozes);
  readonly #found = computed(() => {
    const mends = this.#mends();
    return (this.#findings() ?? []).map((finding) => {
      const key = findingKey(finding);
      return { key, finding, mend: mends[key] };
    });
  });
  readonly all = computed((): readonly SeenFinding[] => {
    const [snoozes, today] = [this.#snoozes(), clock(undefined).slice(0, 10)];
    return this.#found().map((found) => ({ ...found, snooze: snoozeOf(snoozes, found.key, today) }));
  });
  readonly #byPlace = computed(() => {
    const byPlace = new Map<string, SeenFinding[]>();
    for (const seen of this.all()) {
      for (const place of placesOf(seen.finding)) {
        const here = byPlace.get(place);
        if (here) here.push(seen);
        else byPlace.set(place, [seen]);
      }
    }
    return byPlace;
  });
  /** The marks of dishes, groups and rules, as `items/ID`, `groups/ID`, `rules/ID`; hints and snoozed ones don't count. */
  readonly marks = computed(
    (): ReadonlyMap<string, Mark> =>
      new Map(
        [...this.#byPlace()].flatMap(([place, seen]) => {
          const mark = countOf(seen);
          return mark.stop + mark.warn > 0 ? [[place, mark]] : [];
        }),
      ),
    { equal: areSameMarks },
  );
  readonly total = computed((): Mark => countOf(this.all()), { equal: isSameMark });

  about(place: string): readonly SeenFinding[] {
    return this.#byPlace().get(place) ?? [];
  }
}

/** How many there are that are not snoozed; hints don't count. */
function countOf(seen: readonly SeenFinding[]): Mark {
  const counted = seen.filter(({ snooze }) => !snooze);
  const count = (severity: Finding['severity']) =>
    counted.filter(({ finding }) => finding.severity === severity).length;
  return { stop: count('stop'), warn: count('warn') };
}

function isSameMark(one: Mark | undefined, other: Mark | undefined): boolean {
  return one?.stop === other?.stop && one?.warn === other?.warn;
}

function areSameMarks(some: ReadonlyMap<string, Mark>, others: ReadonlyMap<string, Mark>): boolean {
  return some.size === others.size && [...some].every(([place, mark]) => isSameMark(mark, others.get(place)));
}

/** The things that a finding is about: its dish and its group, or its group, or its rule. */
function placesOf({ where }: Finding): string[] {
  const [kind, id, second, inner] = where.split('/');
  return [`${kind}/${id}`, ...(kind === 'items' && second === 'groups' ? [`groups/${inner}`] : [])];
}
