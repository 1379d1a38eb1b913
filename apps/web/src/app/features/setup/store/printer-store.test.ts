import '@angular/compiler';
import { of, Subject, throwError } from 'rxjs';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { runEffects } from '../../../testing/run-effects.ts';
import { PrinterEffects, printerActions, printerFeature } from './printer-store.ts';

beforeEach(() => {
  vi.useFakeTimers();
});
afterEach(() => {
  vi.useRealTimers();
});
const away = () => throwError(() => new Error('away'));

describe('the printers', () => {
  it('show the paper of the one that is looked at, anew when something comes out', () => {
    const api = { printers: () => of([{ station: 'hot' }]), paper: vi.fn((printer: string) => of([{ printer }])) };
    const printers = runEffects(PrinterEffects, api, printerFeature);
    printers.act(printerActions.opened());
    printers.events.next({ type: 'paper' } as never);
    vi.advanceTimersByTime(200);
    expect(api.paper).not.toHaveBeenCalled();
    printers.act(printerActions.shown({ printer: 'hot' }));
    printers.events.next({ type: 'paper' } as never);
    vi.advanceTimersByTime(200);
    expect(api.paper.mock.calls).toEqual([['hot'], ['hot']]);
    expect(printers.state()).toMatchObject({
      shown: 'hot',
      printers: [{ station: 'hot' }],
      paper: [{ printer: 'hot' }],
    });
    printers.act(printerActions.shown({ printer: 'cold' }));
    expect(api.paper).toHaveBeenLastCalledWith('cold');
  });

  it('are tried, and say what came of it until something else is set', () => {
    const api = {
      printers: vi.fn(() => of([])),
      testPrinter: vi.fn(() => of({ result: 'refused', health: 'away' })),
      setPrinter: vi.fn(() => throwError(() => ({ status: 409, error: { title: 'No printer is simulated there.' } }))),
    };
    const printers = runEffects(PrinterEffects, api, printerFeature);
    printers.act(printerActions.testAsked({ printer: 'hot' }));
    expect(printers.state().tried).toEqual({ printer: 'hot', result: { result: 'refused', health: 'away' } });
    printers.act(printerActions.placeSet({ printer: 'hot', place: { is: 'simulated' } }));
    expect(printers.state().tried).toEqual({ printer: 'hot', refusal: 'No printer is simulated there.' });
    expect(api.printers).toHaveBeenCalledTimes(1);
  });

  it('wait with a test until what prints there is known, so that it is not of what printed before', () => {
    const set = new Subject<object>();
    const printers = runEffects(PrinterEffects, { printers: () => of([]), setPrinter: () => set }, printerFeature);
    printers.act(printerActions.placeSet({ printer: 'hot', place: { is: 'none' } }));
    expect(printers.state().settings).toBe(1);
    set.next({});
    expect(printers.state()).toMatchObject({ settings: 0, tried: undefined });
  });

  it('are read again after one was jammed or mended, whatever was answered', () => {
    const api = { printers: vi.fn(() => of([])), setPrinterMode: vi.fn(() => away()), paper: () => of([]) };
    const printers = runEffects(PrinterEffects, api, printerFeature);
    printers.act(printerActions.modeSet({ printer: 'hot', mode: 'jammed' }));
    expect(api.setPrinterMode).toHaveBeenCalledExactlyOnceWith('hot', 'jammed');
    expect(api.printers).toHaveBeenCalledTimes(1);
  });
});
