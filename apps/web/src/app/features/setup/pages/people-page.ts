import { ChangeDetectionStrategy, Component, computed, effect, inject, signal, untracked } from '@angular/core';
import { NonNullableFormBuilder, ReactiveFormsModule, Validators } from '@angular/forms';
import {
  type Grant,
  type Person,
  PASSWORD_LENGTH,
  type PersonChange,
  type Role,
  ROLES,
  textIn,
  WHOLE_HOUSE_ROLES,
} from '@hearty-ladle/core';
import { Store } from '@ngrx/store';
import { ButtonDirective } from 'primeng/button';
import { InputText } from 'primeng/inputtext';
import { Tag } from 'primeng/tag';
import { MenuView } from '../../../state/menu-view.ts';
import { grantsText, roleDeeds, roleName } from '../../../text/roles.ts';
import { TickBox } from '../../../ui/fields/tick-box.ts';
import { SetupNav } from '../components/setup-nav.ts';
import { peopleActions, peopleFeature } from '../store/people-store.ts';

const PIN = /^\d{4,12}$/;

/** The people who work here, and what each may do. */
@Component({
  selector: 'hl-people-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ButtonDirective, InputText, ReactiveFormsModule, SetupNav, Tag, TickBox],
  templateUrl: './people-page.html',
  styleUrls: ['./house-page.css', './people-page.css'],
})
export class PeoplePage {
  readonly #store = inject(Store);
  readonly #view = inject(MenuView);
  protected readonly state = this.#store.selectSignal(peopleFeature.selectPeopleState);
  protected readonly LENGTH = PASSWORD_LENGTH;
  readonly #locations = computed(() => this.#view.menu()?.locations ?? []);
  readonly #locale = computed(() => this.#view.menu()?.locales[0] ?? 'en');
  protected readonly rows = computed(() =>
    this.state().people.map((person) => ({
      person,
      roles: person.isActive
        ? grantsText(person.grants, this.#locations(), this.#locale())
        : 'Does not work here any more',
      ways: [...(person.hasPassword ? ['password'] : []), ...(person.hasPin ? ['PIN'] : [])].join(' and '),
    })),
  );
  /** The person being changed or added; undefined: none is. */
  protected readonly open = signal<PersonChange | undefined>(undefined);
  protected readonly isNew = computed(() => this.open()?.version === 0);
  protected readonly form = inject(NonNullableFormBuilder).group({
    name: ['', Validators.required],
    password: ['', [Validators.minLength(PASSWORD_LENGTH.min)]],
    pin: ['', [Validators.pattern(PIN)]],
  });
  protected readonly roles = computed(() =>
    ROLES.map((role) => {
      const grants = this.open()?.grants.filter((grant) => grant.role === role) ?? [];
      return {
        role,
        name: roleName(role),
        deeds: roleDeeds(role),
        isOn: grants.length > 0,
        isWhole: WHOLE_HOUSE_ROLES.has(role) || this.#locations().length === 0,
        places: [
          { location: undefined, name: 'everywhere', isOn: grants.some(({ location }) => location === undefined) },
          ...this.#locations().map(({ id, name }) => ({
            location: id,
            name: textIn(name, this.#locale(), this.#locale()),
            isOn: grants.some(({ location }) => location === id),
          })),
        ],
      };
    }),
  );

  constructor() {
    this.#store.dispatch(peopleActions.opened());
    // What was typed stays until it is stored.
    effect(() => {
      if (this.state().notice?.isWell) untracked(() => this.open.set(undefined));
    });
  }

  protected add(): void {
    this.#edit({ id: crypto.randomUUID(), version: 0, name: '', grants: [], isActive: true });
  }

  protected change({ id, version, name, grants, isActive }: Person): void {
    this.#edit({ id, version, name, grants, isActive });
  }

  #edit(person: PersonChange): void {
    this.open.set(person);
    this.form.reset({ name: person.name, password: '', pin: '' });
  }

  protected close(): void {
    this.open.set(undefined);
  }

  protected give(role: Role, isOn: boolean): void {
    this.#setGrants(role, isOn ? [{ role }] : []);
  }

  /** Gives a role at a location, or takes it away there; everywhere and at some locations exclude each other. */
  protected giveAt(role: Role, location: string | undefined, isOn: boolean): void {
    if (location === undefined) return this.give(role, isOn);
    const others = (this.open()?.grants ?? []).filter(
      (grant) => grant.role === role && grant.location !== undefined && grant.location !== location,
    );
    this.#setGrants(role, isOn ? [...others, { role, location }] : others);
  }

  #setGrants(role: Role, grants: readonly Grant[]): void {
    this.open.update((person) => {
      if (!person) return person;
      const others = person.grants.filter((grant) => grant.role !== role);
      const all = [...others, ...grants];
      return { ...person, grants: all.toSorted((one, other) => ROLES.indexOf(one.role) - ROLES.indexOf(other.role)) };
    });
  }

  protected setActive(isActive: boolean): void {
    this.open.update((person) => person && { ...person, isActive });
  }

  protected save(): void {
    const person = this.open();
    if (!person || this.form.invalid || this.state().isSending) return this.form.markAllAsTouched();
    const { name, password, pin } = this.form.getRawValue();
    this.#store.dispatch(
      peopleActions.personSaved({
        person: { ...person, name, ...(password !== '' && { password }), ...(pin !== '' && { pin }) },
      }),
    );
  }

  protected readAgain(): void {
    this.#store.dispatch(peopleActions.opened());
  }
}
