import { HttpClient, type HttpErrorResponse } from '@angular/common/http';
import { inject, Injectable, signal } from '@angular/core';
import { firstValueFrom } from 'rxjs';

export interface Picture {
  readonly id: string;
  readonly width: number;
  readonly height: number;
}

/** The URL of a picture; `small` for lists. */
export function pictureUrl(id: string, size: 'large' | 'small' = 'small'): string {
  return `/api/pictures/${encodeURIComponent(id)}${size === 'small' ? '?size=small' : ''}`;
}

/** The stored pictures, and adding one. */
@Injectable({ providedIn: 'root' })
export class PictureStore {
  readonly #http = inject(HttpClient);
  readonly pictures = signal<readonly Picture[]>([]);

  async load(): Promise<void> {
    this.pictures.set(await firstValueFrom(this.#http.get<Picture[]>('/api/workbench/pictures')).catch(() => this.pictures()));
  }

  /** Uploads a picture; returns its id, or a message if it was refused. */
  async add(file: Blob): Promise<{ readonly id: string } | { readonly message: string }> {
    try {
      const picture = await firstValueFrom(this.#http.post<Picture>('/api/workbench/pictures', file, { headers: { 'Content-Type': 'application/octet-stream' } }));
      await this.load();
      return { id: picture.id };
    } catch (error) {
      const { error: body } = error as HttpErrorResponse;
      const title: unknown = typeof body === 'object' && body !== null ? (body as Record<string, unknown>)['title'] : undefined;
      return { message: typeof title === 'string' ? title : 'The picture could not be sent. Nothing else is lost; please try again.' };
    }
  }
}
