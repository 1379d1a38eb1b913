import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import type { Answers, CompiledItem, CompiledMenu, Out } from '@hearty-ladle/core';
import { offeredVariants, pickVariant, textIn } from '@hearty-ladle/core/guest';
import { MessagePipe } from '../messages/message.ts';
import { pictureUrl } from '../state/picture-url.ts';
import { LargePicture } from './large-picture.ts';

/** All combinations of a dish in one list, each with what the dish costs then. */
@Component({
  selector: 'hl-variant-list',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [LargePicture, MessagePipe],
  templateUrl: './variant-list.html',
  styleUrl: './guest-questions.css',
})
export class VariantList {
  readonly menu = input.required<CompiledMenu>();
  readonly item = input.required<CompiledItem>();
  readonly answers = input.required<Answers>();
  readonly locale = input.required<string>();
  readonly out = input<Out>({});
  readonly isNeeded = input(false);
  /** What the line costs with other answers. */
  readonly priceOf = input.required<(answers: Answers) => string>();
  readonly answersChange = output<Answers>();
  protected readonly name = computed(() => `variants of ${this.item().item.id}`);

  protected readonly rows = computed(() =>
    offeredVariants(this.item()).map(({ id, pick, cell }) => {
      const answered = pickVariant(this.item(), this.answers(), pick);
      return {
        id,
        answered,
        isPicked: answered === this.answers(),
        label: this.#labelOf(pick),
        price: this.priceOf()(answered),
        isOut: this.#isOut(pick),
        picture: cell?.image === undefined ? undefined : pictureUrl(cell.image),
        largePicture: cell?.image === undefined ? undefined : pictureUrl(cell.image, 'large'),
      };
    }),
  );

  #labelOf(pick: Readonly<Record<string, string>>): string {
    return (this.item().item.variants?.by ?? [])
      .map((group) => {
        const choice = this.item()
          .groups.find(({ id }) => id === group)
          ?.choices.find(({ id }) => id === pick[group]);
        return textIn(choice?.choice.name ?? '', this.locale(), this.menu().firstLocale);
      })
      .join(', ');
  }

  #isOut(pick: Readonly<Record<string, string>>): boolean {
    const { variants = [], choices = [] } = this.out();
    const isSame = (other: Readonly<Record<string, string>>) =>
      Object.entries(pick).every(([group, choice]) => other[group] === choice);
    return (
      variants.some((one) => one.item === this.item().item.id && isSame(one.pick)) ||
      Object.entries(pick).some(([group, choice]) => choices.includes(`${group}/${choice}`))
    );
  }
}
