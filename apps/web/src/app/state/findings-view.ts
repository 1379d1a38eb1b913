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
  readonly #state = inject(Store).selectSignal(checkFeature.selectCheckState);
  readonly #view = inject(MenuView);
  readonly all = computed((): readonly SeenFinding[] => {
    const { findings = [], mends } = this.#state();
    const snoozes = this.#view.menu()?.snoozes;
    const today = clock(undefined).slice(0, 10);
    return findings.map((finding) => {
      const key = findingKey(finding);
      return { key, finding, mend: mends[key], snooze: snoozeOf(snoozes, key, today) };
    });
  });
  /** The marks of dishes, groups and rules, as `items/ID`, `groups/ID`, `rules/ID`; hints and snoozed ones don't count. */
  readonly marks = computed((): ReadonlyMap<string, Mark> => {
    const marks = new Map<string, Mark>();
    for (const { finding, snooze } of this.all()) {
      if (snooze || finding.severity === 'hint') continue;
      for (const place of placesOf(finding)) {
        const { stop, warn } = marks.get(place) ?? { stop: 0, warn: 0 };
        marks.set(place, finding.severity === 'stop' ? { stop: stop + 1, warn } : { stop, warn: warn + 1 });
      }
    }
    return marks;
  });
  readonly total = computed((): Mark => {
    const counted = this.all().filter(({ snooze }) => !snooze);
    const count = (severity: string) => counted.filter(({ finding }) => finding.severity === severity).length;
    return { stop: count('stop'), warn: count('warn') };
  });

  about(place: string): readonly SeenFinding[] {
    return this.all().filter(({ finding }) => placesOf(finding).includes(place));
  }
}

/** The things that a finding is about: its dish and its group, or its group, or its rule. */
function placesOf({ where }: Finding): string[] {
  const [kind, id, second, inner] = where.split('/');
  return [`${kind}/${id}`, ...(kind === 'items' && second === 'groups' ? [`groups/${inner}`] : [])];
}
