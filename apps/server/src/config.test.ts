import { describe, expect, it } from 'vitest';
import { configFrom } from './config.ts';

const DATABASE_URL = 'postgres://house@127.0.0.1:5432/house';

describe('the environment', () => {
  it('needs nothing but a database; the rest has its usual values', () => {
    expect(configFrom({ DATABASE_URL })).toMatchObject({
      host: '127.0.0.1',
      port: 4310,
      databaseUrl: DATABASE_URL,
      logs: false,
      checkResponses: false,
      tillPin: '2468',
      allowedHosts: [],
    });
    expect(
      configFrom({
        DATABASE_URL,
        PORT: '0',
        HOST: '::1',
        LOGS: 'on',
        CHECK_RESPONSES: 'on',
        TILL_PIN: '123456',
        ALLOWED_HOSTS: 'till.example, Pass.example',
        PAGES_DIR: '/pages',
      }),
    ).toEqual({
      host: '::1',
      port: 0,
      databaseUrl: DATABASE_URL,
      logs: true,
      checkResponses: true,
      tillPin: '123456',
      allowedHosts: ['till.example', 'Pass.example'],
      pages: '/pages',
    });
  });

  it('has no PIN of its own where others than this machine can reach it', () => {
    expect(configFrom({ DATABASE_URL, HOST: '0.0.0.0' }).tillPin).toBeUndefined();
    expect(configFrom({ DATABASE_URL, HOST: '0.0.0.0', TILL_PIN: '4711' }).tillPin).toBe('4711');
  });

  it.each([
    [{}, /^DATABASE_URL must be/],
    [{ DATABASE_URL: 'mysql://x' }, /^DATABASE_URL must be/],
    [{ DATABASE_URL, PORT: 'http' }, /^PORT must be a whole number from 0 to 65535, not “http”\.$/],
    [{ DATABASE_URL, PORT: '65536' }, /^PORT/],
    [{ DATABASE_URL, PORT: '80.5' }, /^PORT/],
    [{ DATABASE_URL, TILL_PIN: '12' }, /^TILL_PIN/],
    [{ DATABASE_URL, TILL_PIN: 'word' }, /^TILL_PIN/],
    [{ DATABASE_URL, ALLOWED_HOSTS: 'till.example/x' }, /^ALLOWED_HOSTS/],
  ])('%j is refused in one sentence', (env, sentence) => expect(() => configFrom(env)).toThrow(sentence));
});
