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
      demoSignIn: false,
      publicUrl: undefined,
      trustProxy: [],
      allowedHosts: [],
    });
    expect(
      configFrom({
        DATABASE_URL,
        PORT: '0',
        HOST: '::1',
        LOGS: 'on',
        CHECK_RESPONSES: 'on',
        DEMO_SIGN_IN: 'on',
        PUBLIC_URL: 'https://menu.house.example',
        TRUST_PROXY: 'loopback, 10.0.0.0/8',
        ALLOWED_HOSTS: 'till.example, Pass.example',
        PAGES_DIR: '/pages',
      }),
    ).toEqual({
      host: '::1',
      port: 0,
      databaseUrl: DATABASE_URL,
      logs: true,
      checkResponses: true,
      demoSignIn: true,
      publicUrl: 'https://menu.house.example',
      trustProxy: ['loopback', '10.0.0.0/8'],
      allowedHosts: ['till.example', 'Pass.example', 'menu.house.example'],
      pages: '/pages',
    });
  });

  it('lets anybody in as a made-up person only where nobody else can come, or where that is said', () => {
    const demo = (env: object) => configFrom({ DATABASE_URL, ...env }).demoSignIn;
    expect(demo({ DEMO_SIGN_IN: 'on' })).toBe(true);
    expect(demo({ DEMO_SIGN_IN: 'off' })).toBe(false);
    expect(demo({ HOST: '0.0.0.0', DEMO_SIGN_IN: 'everywhere' })).toBe(true);
    expect(() => demo({ HOST: '0.0.0.0', DEMO_SIGN_IN: 'on' })).toThrow('DEMO_SIGN_IN=everywhere');
    for (const DEMO_SIGN_IN of ['on', 'everywhere'])
      expect(() => demo({ NODE_ENV: 'production', DEMO_SIGN_IN })).toThrow('production');
  });

  it.each([
    [{}, /^DATABASE_URL must be/],
    [{ DATABASE_URL: 'mysql://x' }, /^DATABASE_URL must be/],
    [{ DATABASE_URL, PORT: 'http' }, /^PORT must be a whole number from 0 to 65535, not “http”\.$/],
    [{ DATABASE_URL, PORT: '65536' }, /^PORT/],
    [{ DATABASE_URL, PORT: '80.5' }, /^PORT/],
    [{ DATABASE_URL, DEMO_SIGN_IN: 'yes' }, /^DEMO_SIGN_IN must be/],
    [{ DATABASE_URL, PUBLIC_URL: 'menu.example' }, /^PUBLIC_URL must be/],
    [{ DATABASE_URL, PUBLIC_URL: 'https://menu.example' }, /TRUST_PROXY/],
    [{ DATABASE_URL, TRUST_PROXY: 'true' }, /^TRUST_PROXY must be/],
    [{ DATABASE_URL, TRUST_PROXY: '10.0.0.999' }, /^TRUST_PROXY must be/],
    [{ DATABASE_URL, ALLOWED_HOSTS: 'till.example/x' }, /^ALLOWED_HOSTS/],
  ])('%j is refused in one sentence', (env, sentence) => expect(() => configFrom(env)).toThrow(sentence));
});
