import { inject, Injectable } from '@angular/core';
import type { TableFile, TableFileName, TablesLine, TablesPart, TableMatching } from '@hearty-ladle/core';
import type { Observable } from 'rxjs';
import { ApiClient } from './client.ts';

/** The server's routes about tables, as the pages' effects use them. */
@Injectable({ providedIn: 'root' })
export class TablesApi {
  readonly #client = inject(ApiClient);

  /** The draft as a file of tables. */
  write(file: TableFileName): Observable<TableFile> {
    return this.#client.call('get /api/workbench/tables', { query: { file } });
  }

  /** Some tables of the draft, or some of their rows, as a file. */
  writePart(body: TablesPart): Observable<TableFile> {
    return this.#client.call('post /api/workbench/tables/part', { body });
  }

  /** What files of tables would change in the draft, with the progress of reading them; `matchings`: made by hand before. */
  read(files: readonly TableFile[], matchings: readonly TableMatching[]): Observable<TablesLine> {
    const body = { files: [...files], matchings: [...matchings] };
    return this.#client.lines('post /api/workbench/tables', { body });
  }
}
