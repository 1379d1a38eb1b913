import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import { apiDocsActions, apiDocsFeature } from '../store/api-docs-store.ts';

/** The public API description for people; rendered from `/api/openapi.json`. */
@Component({
  selector: 'hl-api-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [RouterLink],
  templateUrl: './api-page.html',
  styleUrl: './api-page.css',
})
export class ApiPage {
  readonly #store = inject(Store);
  protected readonly api = this.#store.selectSignal(apiDocsFeature.selectDescription);
  protected readonly hasFailed = this.#store.selectSignal(apiDocsFeature.selectHasFailed);
  protected readonly audiences = computed(() => {
    const operations = Object.entries(this.api()?.paths ?? {}).flatMap(([path, methods]) =>
      Object.entries(methods).map(([method, { tags, summary, parameters = [], requestBody, responses }]) => ({
        key: `${method} ${path}`,
        tags,
        method,
        path,
        summary,
        parameters,
        body: requestBody?.content['application/json']?.schema?.$ref?.split('/').at(-1),
        answers: Object.entries(responses).map(([status, { description }]) => [status, description] as const),
      })),
    );
    return (this.api()?.tags ?? []).map(({ name, description }) => ({
      name,
      description,
      operations: operations.filter(({ tags }) => tags.includes(name)),
    }));
  });
  protected readonly schemas = computed(() =>
    Object.entries(this.api()?.components.schemas ?? {}).map(([name, schema]) => ({
      name,
      text: JSON.stringify(schema, null, 2),
    })),
  );

  constructor() {
    this.#store.dispatch(apiDocsActions.opened());
  }
}
