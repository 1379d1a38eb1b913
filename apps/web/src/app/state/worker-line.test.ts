import { expect, it } from 'vitest';
import { WorkerLine } from './worker-line.ts';

/** A fake worker that records its messages and answers on command. */
class FakeWorker {
  asked: string[] = [];
  ended = false;
  onmessage: ((event: { data: string }) => void) | undefined;
  onerror: ((event: { message: string }) => void) | undefined;
  postMessage(question: string): void {
    this.asked.push(question);
  }
  terminate(): void {
    this.ended = true;
  }
  answer(...answers: string[]): void {
    for (const data of answers) this.onmessage?.({ data });
  }
}

function newLine() {
  const workers: FakeWorker[] = [];
  const line = new WorkerLine<string, string>(
    () => {
      const worker = new FakeWorker();
      workers.push(worker);
      return worker as unknown as Worker;
    },
    (answer) => answer.endsWith('!'),
  );
  return { line, workers };
}

it('asks one worker after another question once it is idle', () => {
  const { line, workers } = newLine();
  const heard: string[] = [];
  line.ask('one').subscribe((answer) => heard.push(answer));
  workers[0]?.answer('so far', 'done!');
  line.ask('two').subscribe((answer) => heard.push(answer));
  workers[0]?.answer('well!');
  expect(workers).toHaveLength(1);
  expect(workers[0]?.asked).toEqual(['one', 'two']);
  expect(heard).toEqual(['so far', 'done!', 'well!']);
});

it('ends a worker that nobody listens to any more, and starts another for the next question', () => {
  const { line, workers } = newLine();
  line.ask('long').subscribe().unsubscribe();
  expect(workers[0]?.ended).toBe(true);
  line.ask('next').subscribe();
  expect(workers).toHaveLength(2);
  expect(workers[1]?.ended).toBe(false);
});

it('has two workers for two questions at once, and keeps one of them', () => {
  const { line, workers } = newLine();
  let ends = 0;
  line.ask('a').subscribe({ complete: () => ends++ });
  line.ask('b').subscribe({ complete: () => ends++ });
  workers[0]?.answer('a!');
  workers[1]?.answer('b!');
  expect(ends).toBe(2);
  expect(workers.map(({ ended }) => ended)).toEqual([false, true]);
});

it('says when a worker breaks down, and asks another the next time', () => {
  const { line, workers } = newLine();
  const failures: string[] = [];
  line.ask('one').subscribe({ error: (error: Error) => failures.push(error.message) });
  workers[0]?.onerror?.({ message: 'out of memory' });
  expect(failures).toEqual(['out of memory']);
  expect(workers[0]?.ended).toBe(true);
  line.ask('two').subscribe();
  expect(workers[1]?.asked).toEqual(['two']);
});
