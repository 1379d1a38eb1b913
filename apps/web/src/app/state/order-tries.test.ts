import { describe, expect, it } from 'vitest';
import { answeredTries, answerFor, changedTries, newTries, replacing, tried } from './order-tries.ts';

const placed = { outcome: 'placed', order: { id: 'x', number: 7, total: 430 } } as const;

describe('the keys of an order', () => {
  it('stay the same while it is sent again as it is, and are new after an answer', () => {
    const sent = tried(newTries('k'));
    expect(answeredTries(sent, { outcome: 'offline' }, 'n')).toEqual(sent);
    expect(answeredTries(sent, placed, 'n')).toEqual(newTries('n'));
    expect(changedTries(newTries('k'))).toEqual(newTries('k'));
  });

  it('name every unanswered try once it was changed, so that none can make a second order', () => {
    const once = changedTries(tried(newTries('k')));
    expect(once).toEqual({ key: 'k.1', wasSent: false, replaces: ['k'] });
    const twice = changedTries(tried(once));
    expect([twice.key, replacing(twice)]).toEqual(['k.2', { replaces: ['k', 'k.1'] }]);
    expect(replacing(newTries('k'))).toEqual({});
  });

  it('tell an order that was changed while it was under way from the one that was placed', () => {
    const edited = changedTries(tried(newTries('k')));
    expect(answerFor(edited, 'k', placed)).toEqual({ outcome: 'first-was-placed', order: placed.order });
    expect(answeredTries(edited, placed, 'n')).toEqual(newTries('n'));
    expect(answeredTries(edited, { outcome: 'busy' }, 'n')).toEqual(edited);
    expect(answerFor(edited, 'k.1', placed)).toEqual(placed);
  });

  it('are all kept when a try is refused: one that was never answered may have arrived before it', () => {
    const refused = { outcome: 'refused', problems: [], code: 'too-often', message: 'Too many requests.' } as const;
    const again = answeredTries(tried(tried(newTries('k'))), refused, 'n');
    expect(replacing(changedTries(again))).toEqual({ replaces: ['k'] });
    const edited = tried(changedTries(tried(newTries('k'))));
    expect(replacing(changedTries(answeredTries(edited, refused, 'n')))).toEqual({ replaces: ['k', 'k.1'] });
  });
});
