import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import { DOCUMENT } from '@angular/common';
import { type Line, writePicks } from '@hearty-ladle/core';
import { ButtonDirective } from 'primeng/button';
import { Dialog } from 'primeng/dialog';
import { InputText } from 'primeng/inputtext';
import { encode } from 'uqr';
import { ReturnsFocus } from './returns-focus.ts';

/** A link that opens a dish in the shop with choices already made, and its QR code (ISO/IEC 18004) for paper. */
@Component({
  selector: 'hl-link-dialog',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ButtonDirective, Dialog, InputText, ReturnsFocus],
  templateUrl: './link-dialog.html',
  styleUrl: './link-dialog.css',
})
export class LinkDialog {
  readonly line = input.required<Line>();
  readonly name = input.required<string>();
  readonly closed = output<void>();
  readonly #document = inject(DOCUMENT);
  protected readonly isCopied = signal(false);

  protected readonly address = computed(() => {
    const { item, picks = [] } = this.line();
    const choices = picks.length > 0 ? `&with=${writePicks(picks)}` : '&with=';
    return `${this.#document.location.origin}/shop?dish=${item}${choices}`;
  });
  /** The modules of the code as one path, a unit each, with the quiet zone that scanners need. */
  protected readonly code = computed(() => {
    const { data, size } = encode(this.address(), { ecc: 'M', border: 4 });
    const dark = data.flatMap((row, y) => row.flatMap((isDark, x) => (isDark ? [`M${x} ${y}h1v1h-1z`] : [])));
    return { size, path: dark.join('') };
  });
  /** The code as a file, for a poster. */
  protected readonly file = computed(() => {
    const { size, path } = this.code();
    const box = `xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${size} ${size}"`;
    const svg = `<svg ${box}><path fill="#fff" d="M0 0h${size}v${size}H0z"/><path d="${path}"/></svg>`;
    return `data:image/svg+xml,${encodeURIComponent(svg)}`;
  });

  protected async copy(): Promise<void> {
    await this.#document.defaultView?.navigator.clipboard.writeText(this.address());
    this.isCopied.set(true);
  }
}
