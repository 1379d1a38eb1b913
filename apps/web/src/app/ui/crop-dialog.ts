import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import { type ImageCroppedEvent, ImageCropperComponent } from 'ngx-image-cropper';
import { ButtonDirective } from 'primeng/button';
import { Dialog } from 'primeng/dialog';
import { ReturnsFocus } from './returns-focus.ts';

/** The shape in which guests see every picture. */
const SHAPE = 4 / 3;
/** In pixels. More is not kept by the server, and would be too large to send. */
const WIDTH = 1_200;

/** Cuts a picture to the shape that guests see; the frame is moved with the mouse, a finger or the arrow keys. */
@Component({
  selector: 'hl-crop-dialog',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ButtonDirective, Dialog, ImageCropperComponent, ReturnsFocus],
  template: `<p-dialog
    closeAriaLabel="Close"
    hlReturnsFocus
    header="Cut to the shape that guests see"
    [visible]="true"
    [modal]="true"
    [draggable]="false"
    [style]="{ width: '560px' }"
    (visibleChange)="closed.emit()"
  >
    <image-cropper
      [imageFile]="asFile()"
      [aspectRatio]="SHAPE"
      [maintainAspectRatio]="true"
      output="blob"
      format="webp"
      [resizeToWidth]="WIDTH"
      [onlyScaleDown]="true"
      (imageCropped)="cropped.set($event)"
      (loadImageFailed)="isUnreadable.set(true)"
    />
    @if (isUnreadable()) {
      <p class="wrong-text" role="alert">This file is not a picture that can be read: PNG, JPEG or WebP.</p>
    }
    <ng-template #footer>
      <button pButton type="button" severity="secondary" (click)="done.emit(file())">Use all of it</button>
      <button pButton type="button" [disabled]="!cropped()?.blob" (click)="keep()">Use what is in the frame</button>
    </ng-template>
  </p-dialog>`,
})
export class CropDialog {
  readonly file = input.required<Blob>();
  readonly done = output<Blob>();
  readonly closed = output<void>();
  /** The cropper reads files; their name does not matter. */
  protected readonly asFile = computed(() => {
    const blob = this.file();
    return blob instanceof File ? blob : new File([blob], 'picture', { type: blob.type });
  });
  protected readonly SHAPE = SHAPE;
  protected readonly WIDTH = WIDTH;
  protected readonly cropped = signal<ImageCroppedEvent | undefined>(undefined);
  protected readonly isUnreadable = signal(false);

  protected keep(): void {
    const blob = this.cropped()?.blob;
    if (blob) this.done.emit(blob);
  }
}
