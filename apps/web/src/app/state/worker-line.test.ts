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

function newLine(post?: (question: string, before: string | undefined) => string) {
  const workers: FakeWorker[] = [];
  const line = new WorkerLine<string, string>({
    start: () => {
      const worker = new FakeWorker();
      workers.push(worker);
      return worker as unknown as Worker;
    },
    isLast: (answer) => answer.endsWith('!'),
    canLeaveRest: (answer) => answer.endsWith('…'),
    ...(post && { post }),
  });
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

it('makes what it posts with what the same worker was asked before; a new worker was asked nothing', () => {
  const { line, workers } = newLine((question, before) => `${question} after ${before ?? 'nothing'}`);
  line.ask('one').subscribe();
  workers[0]?.answer('done!');
  line.ask('two').subscribe();
  line.ask('three').subscribe();
  workers[0]?.answer('done!');
  line.ask('four').subscribe();
  expect(workers.map(({ asked }) => asked)).toEqual([
    ['one after nothing', 'two after one', 'four after two'],
    ['three after nothing'],
  ]);
});

it('keeps a worker that leaves the rest by itself, and hears nothing of what it left', () => {
  const { line, workers } = newLine((question, before) => `${question} after ${before ?? 'nothing'}`);
  const heard: string[] = [];
  const first = line.ask('one').subscribe((answer) => heard.push(answer));
  workers[0]?.answer('the main thing …');
  first.unsubscribe();
  line.ask('two').subscribe((answer) => heard.push(answer));
  workers[0]?.answer('late', 'left!', 'more', 'done!');
  expect(workers).toHaveLength(1);
  expect([workers[0]?.ended, workers[0]?.asked]).toEqual([false, ['one after nothing', 'two after one']]);
  expect(heard).toEqual(['the main thing …', 'more', 'done!']);
});

it('asks a worker again that has sent the last of what was left before anybody asked', () => {
  const { line, workers } = newLine();
  const heard: string[] = [];
  const left = line.ask('one').subscribe();
  workers[0]?.answer('the main thing …');
  left.unsubscribe();
  workers[0]?.answer('done!');
  line.ask('two').subscribe((answer) => heard.push(answer));
  workers[0]?.answer('answered!');
  expect([workers.length, workers[0]?.ended, heard]).toEqual([1, false, ['answered!']]);
});

it('starts another worker when the one that it keeps has crashed meanwhile', () => {
  const { line, workers } = newLine();
  const left = line.ask('one').subscribe();
  workers[0]?.answer('the main thing …');
  left.unsubscribe();
  workers[0]?.onerror?.({ message: 'out of memory' });
  line.ask('two').subscribe();
  expect([workers[0]?.ended, workers[1]?.asked]).toEqual([true, ['two']]);
});
