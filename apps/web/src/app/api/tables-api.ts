import { inject, Injectable } from '@angular/core';
import type { TableFile, TableFileName, TablesLine } from '@hearty-ladle/core';
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

  /** What files of tables would change in the draft, with the progress of reading them. */
  read(files: readonly TableFile[]): Observable<TablesLine> {
    return this.#client.lines('post /api/workbench/tables', { body: { files: [...files] } });
  }
}
