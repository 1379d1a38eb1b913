import type { Choice, Line, Menu } from '../index.ts';
import type { Answer, ResolvedPicks } from './plain-line.ts';
import { Plain } from './plain-quote.ts';

export interface Word {
  text: string;
  depth: number;
}
interface Note {
  text: string;
  loud: boolean;
  stations: string[];
  named: boolean;
}
export interface PlainTicket {
  station: string;
  lines: { quantity: number; item: string; words: Word[]; notes: { text: string; loud: boolean }[] }[];
}

/** The tickets of a line, directly from the contract: who makes what, and who reads which note. */
export function plainTickets(menu: Menu, line: Line): PlainTicket[] {
  const item = menu.items.find(({ id }) => id === line.item);
  return item ? new Kitchen(new Plain(menu, item, line)).tickets() : [];
}

/** Where an item is made. */
function homeOf({ menu, item }: Plain): string {
  return (
    item.station ??
    (item.sections ?? [])
      .map((id) => menu.sections.find((section) => section.id === id)?.station)
      .find((id) => id !== undefined) ??
    menu.stations[0]?.id ??
    ''
  );
}

export class Kitchen {
  readonly first: string;
  constructor(
    readonly plain: Plain,
    readonly home = homeOf(plain),
  ) {
    this.first = plain.menu.locales[0] ?? '';
  }

  tickets(): PlainTicket[] {
    const { menu, item, quantity } = this.plain;
    const answers = this.plain.answers();
    const homeWords = answers.flatMap((answer) => this.words(answer));
    const elsewhere = answers.flatMap((answer) => this.elsewhere(answer));
    const notes = answers.flatMap((answer) => this.notes(answer));
    return menu.stations.flatMap(({ id, expo = false }) => {
      const isHome = id === this.home;
      const words =
        isHome || expo ? homeWords : elsewhere.filter(({ station }) => station === id).flatMap((it) => it.words);
      const prints = isHome || words.length > 0;
      const read = notes
        .filter((note) => expo || note.stations.includes(id) || ((note.loud || !note.named) && prints))
        .map(({ text, loud }) => ({ text, loud }));
      if (!isHome && !expo && words.length === 0 && read.length === 0) return [];
      return [
        { station: id, lines: [{ quantity, item: item.kitchenName ?? this.text(item.name), words, notes: read }] },
      ];
    });
  }

  text(text: string | Record<string, string>): string {
    return typeof text === 'string' ? text : (text[this.first] ?? '');
  }

  name(choice: Choice): string {
    return choice.kitchenName ?? this.text(choice.name);
  }

  usual(answer: Answer, choice: Choice): number {
    const { defaults } = answer.question.attachment;
    return defaults ? (Object.hasOwn(defaults, choice.id) ? (defaults[choice.id] ?? 0) : 0) : (choice.default ?? 0);
  }

  /** Picks of one choice that print together: the same amount and no inner words; in the order picked. */
  printed(answer: Answer, choice: Choice): { accepted: ResolvedPicks[]; units: number; inner: Word[] }[] {
    const printed: { accepted: ResolvedPicks[]; units: number; inner: Word[] }[] = [];
    for (const one of answer.accepted.filter((it) => it.choice === choice)) {
      const inner = one.inner.flatMap((it) =>
        this.words(it).map(({ text, depth }) => ({
          text: depth === 0 && one.units > 1 ? `each ${text}` : text,
          depth: depth + 1,
        })),
      );
      const same =
        inner.length === 0
          ? printed.find((it) => it.inner.length === 0 && it.accepted[0]?.amount?.id === one.amount?.id)
          : undefined;
      if (same) {
        same.accepted.push(one);
        same.units += one.units;
      } else printed.push({ accepted: [one], units: one.units, inner });
    }
    return printed;
  }

  wordsOf(
    choice: Choice,
    { accepted, units, inner }: { accepted: ResolvedPicks[]; units: number; inner: Word[] },
    times = 1,
  ): Word[] {
    const word = (accepted[0]?.amount as { word?: string } | undefined)?.word;
    return [
      {
        text: `${units * times > 1 ? `${units * times}x ` : ''}${word ? `${word} ` : ''}${this.name(choice)}`,
        depth: 0,
      },
      ...inner,
    ];
  }

  words(answer: Answer): Word[] {
    const { group, choices } = answer.question;
    const isChanges = group.kind === 'choices' && group.print === 'changes';
    return choices.flatMap((choice) => {
      const printed = this.printed(answer, choice);
      const all = printed.flatMap((one) => this.wordsOf(choice, one));
      if (!isChanges) return all;
      const usual = this.usual(answer, choice);
      if (printed.length === 0) {
        const isHidden = answer.question.offered && !this.plain.isVisible(`${group.id}/${choice.id}`);
        return usual > 0 && !isHidden && !this.plain.isOut(group.id, choice)
          ? [{ text: `NO ${this.name(choice)}`, depth: 0 }]
          : [];
      }
      const [only, ...others] = printed;
      if (others.length > 0 || !only || only.accepted[0]?.amount) return all;
      if (only.units < usual) return [{ text: `ONLY ${only.units} ${this.name(choice)}`, depth: 0 }, ...only.inner];
      return only.units === usual && only.inner.length === 0 ? [] : all;
    });
  }

  /** Stations to which true rules route a group or a choice. */
  routes(paths: string[]): string[] {
    return this.plain.rules
      .filter(({ when }) => this.plain.holds(when))
      .flatMap(({ then }) =>
        then.flatMap((effect) =>
          'route' in effect && paths.includes(effect.route.what) ? [effect.route.station] : [],
        ),
      );
  }

  elsewhere(answer: Answer): { station: string; words: Word[] }[] {
    const { group, choices } = answer.question;
    return choices.flatMap((choice) =>
      this.printed(answer, choice).flatMap((one) => {
        const made = [
          ...new Set([
            ...this.routes([group.id, `${group.id}/${choice.id}`]),
            ...(choice.station === undefined ? [] : [choice.station]),
          ]),
        ];
        const own = made
          .filter((station) => station !== this.home)
          .map((station) => ({ station, words: this.wordsOf(choice, one) }));
        const there = new Set([this.home, ...made]);
        return [...own, ...one.accepted.flatMap((it) => this.innerElsewhere(it, there, it.units))];
      }),
    );
  }

  innerElsewhere(opener: ResolvedPicks, there: Set<string>, times: number): { station: string; words: Word[] }[] {
    return opener.inner.flatMap((answer) =>
      answer.question.choices.flatMap((choice) =>
        this.printed(answer, choice).flatMap((one) => {
          const { station } = choice;
          const prints = station !== undefined && !there.has(station);
          const own = prints ? [{ station, words: this.wordsOf(choice, one, times) }] : [];
          const wider = prints ? new Set([...there, station]) : there;
          return [...own, ...one.accepted.flatMap((it) => this.innerElsewhere(it, wider, it.units * times))];
        }),
      ),
    );
  }

  notes(answer: Answer): Note[] {
    const { group } = answer.question;
    const routed = answer.question.offered ? this.routes([group.id]) : [];
    const own: Note[] = [];
    if (group.kind === 'note' && answer.note !== '') {
      const stations = group.note?.stations ?? [];
      own.push({
        text: answer.note,
        loud: group.note?.loud ?? false,
        stations: [...stations, ...routed],
        named: stations.length > 0,
      });
    }
    const date = group.kind === 'date' ? this.date(group.id) : undefined;
    if (date !== undefined) own.push({ text: `${group.name} ${date}`, loud: false, stations: routed, named: false });
    return [...own, ...answer.accepted.flatMap(({ inner }) => inner.flatMap((it) => this.notes(it)))];
  }

  /** The date that was given, if it counts; the plain quote reports dates that don't. */
  date(id: string): string | undefined {
    const { line, menu, item } = this.plain;
    const text = (line.dates?.[id] ?? '').trim();
    const faults = new Plain(menu, item, { ...line, picks: line.picks ?? [] }).quote().problems;
    return text !== '' && !faults.some(({ code, group }) => code === 'date-out-of-range' && group === id)
      ? text
      : undefined;
  }
}
