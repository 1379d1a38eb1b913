import { describe, expect, it } from 'vitest';
import { configFrom } from './config.ts';

const DATABASE_URL = 'postgres://house@127.0.0.1:5432/house';

describe('the environment', () => {
  it('needs nothing but a database; the rest has its usual values', () => {
    expect(configFrom({ DATABASE_URL })).toMatchObject({ host: '127.0.0.1', port: 4310, databaseUrl: DATABASE_URL, logs: false, tillPin: '2468', rateLimit: 1000 });
    expect(configFrom({ DATABASE_URL, PORT: '0', HOST: '::1', LOGS: 'on', TILL_PIN: '123456', RATE_LIMIT: '20', PAGES_DIR: '/pages' })).toEqual({
      host: '::1', port: 0, databaseUrl: DATABASE_URL, logs: true, tillPin: '123456', rateLimit: 20, pages: '/pages',
    });
  });

  it.each([
    [{}, /^DATABASE_URL must be/], [{ DATABASE_URL: 'mysql://x' }, /^DATABASE_URL must be/],
    [{ DATABASE_URL, PORT: 'http' }, /^PORT must be a whole number from 0 to 65535, not “http”\.$/], [{ DATABASE_URL, PORT: '65536' }, /^PORT/], [{ DATABASE_URL, PORT: '80.5' }, /^PORT/],
    [{ DATABASE_URL, TILL_PIN: '12' }, /^TILL_PIN/], [{ DATABASE_URL, TILL_PIN: 'word' }, /^TILL_PIN/],
    [{ DATABASE_URL, RATE_LIMIT: '0' }, /^RATE_LIMIT/], [{ DATABASE_URL, RATE_LIMIT: 'many' }, /^RATE_LIMIT/],
  ])('%j is refused in one sentence', (env, sentence) => expect(() => configFrom(env)).toThrow(sentence));
});
