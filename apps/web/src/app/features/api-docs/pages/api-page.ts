import { HttpClient } from '@angular/common/http';
import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { RouterLink } from '@angular/router';
import { catchError, of } from 'rxjs';

interface Operation {
  readonly summary: string;
  readonly parameters?: readonly { name: string; in: string }[];
  readonly requestBody?: { content: Record<string, { schema: { $ref?: string } }> };
  readonly responses: Record<string, { description: string }>;
}
interface ApiDescription {
  readonly info: { title: string; description: string };
  readonly paths: Record<string, Record<string, Operation>>;
  readonly components: { schemas: Record<string, object> };
}

/** The public API description for people; rendered from `/api/openapi.json`. */
@Component({
  selector: 'hl-api-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [RouterLink],
  template: `
    <main>
      <a routerLink="/menu">← To the workbench</a>
      @if (api(); as it) {
        <h1>{{ it.info.title }}</h1>
        <p class="quiet">{{ it.info.description }} The description itself is at <a href="/api/openapi.json">/api/openapi.json</a> (OpenAPI 3.1).</p>
        @for (one of operations(); track one.key) {
          <section class="card">
            <h2><span class="method">{{ one.method }}</span>&ngsp;<code>/api{{ one.path }}</code></h2>
            <p>{{ one.summary }}</p>
            @for (parameter of one.parameters; track parameter.name) { <p class="quiet"><code>{{ parameter.name }}</code> in the {{ parameter.in }}</p> }
            @if (one.body) { <p>Takes a <a [href]="'/api-docs#' + one.body">{{ one.body }}</a></p> }
            <dl>@for (answer of one.answers; track answer[0]) { <div><dt class="mono">{{ answer[0] }}</dt><dd>{{ answer[1] }}</dd></div> }</dl>
          </section>
        }
        <h2>Shapes</h2>
        @for (schema of schemas(); track schema.name) { <details [id]="schema.name"><summary>{{ schema.name }}</summary><pre tabindex="0">{{ schema.text }}</pre></details> }
      } @else { <p class="quiet">Reading the description …</p> }
    </main>
  `,
  styles: `
    @layer app {
      main { max-width: 860px; margin: 0 auto; padding: 28px 20px 60px; display: grid; gap: 14px; }
      a { color: var(--teal); }
      .card { padding: 14px 18px; display: grid; gap: 6px; }
      .card h2 { font: 600 17px/1.3 var(--mono); }
      .method { display: inline-block; min-width: 54px; text-transform: uppercase; color: var(--amber); }
      dl div { display: grid; grid-template-columns: 54px 1fr; font-size: 14.5px; }
      summary { cursor: pointer; font: 600 16px/2 var(--mono); }
      pre { font: 500 12.5px/1.4 var(--mono); background: var(--card); border: 1px solid var(--hairline); padding: 12px; overflow: auto; max-height: 420px; }
    }
  `,
})
export class ApiPage {
  protected readonly api = toSignal(inject(HttpClient).get<ApiDescription>('/api/openapi.json').pipe(catchError(() => of(undefined))));
  protected readonly operations = computed(() =>
    Object.entries(this.api()?.paths ?? {}).flatMap(([path, methods]) =>
      Object.entries(methods).map(([method, { summary, parameters = [], requestBody, responses }]) => ({
        key: `${method} ${path}`, method, path, summary, parameters,
        body: requestBody?.content['application/json']?.schema.$ref?.split('/').at(-1),
        answers: Object.entries(responses).map(([status, { description }]) => [status, description] as const),
      })),
    ),
  );
  protected readonly schemas = computed(() => Object.entries(this.api()?.components.schemas ?? {}).map(([name, schema]) => ({ name, text: JSON.stringify(schema, null, 2) })));
}
