import { expect, it } from 'vitest';
import { CannotStart, readSettings } from './settings.ts';

const refused = (env: Record<string, string>) => {
  try {
    readSettings(env);
    return 'starts';
  } catch (error) {
    return error instanceof CannotStart ? error.message : 'crashes';
  }
};

it('takes what is not set, or set to nothing, as usual', () => {
  const usual = {
    port: 4310,
    host: '127.0.0.1',
    databaseUrl: null,
    passphrase: null,
    publicUrl: null,
    trustProxy: false,
  };
  expect(readSettings({})).toMatchObject(usual);
  expect(
    readSettings({ PORT: '', HOST: ' ', DATABASE_URL: '', PASSPHRASE: '', PUBLIC_URL: '', TRUST_PROXY: '' }),
  ).toMatchObject(usual);
});

it('reads what is set', () => {
  expect(
    readSettings({
      PORT: '8080',
      HOST: '0.0.0.0',
      PASSPHRASE: 'spring tide',
      PUBLIC_URL: 'https://classes.example.org',
      TRUST_PROXY: '1',
      DATABASE_URL: 'postgres://boathouse@127.0.0.1/classes',
    }),
  ).toMatchObject({
    port: 8080,
    host: '0.0.0.0',
    passphrase: 'spring tide',
    trustProxy: 1,
    databaseUrl: 'postgres://boathouse@127.0.0.1/classes',
  });
  expect(readSettings({ TRUST_PROXY: 'loopback, 10.0.0.1' }).trustProxy).toBe('loopback, 10.0.0.1');
});

it('says in a sentence what it cannot start with', () => {
  expect(readSettings({ PORT: '0' }).port).toBe(0);
  for (const port of ['65536', '80a', '-1', '1e3', 'http']) expect(refused({ PORT: port })).toMatch('PORT is a number');
  expect(refused({ HOST: '0.0.0.0' })).toMatch('needs a PASSPHRASE of 8');
  expect(refused({ PUBLIC_URL: 'https://classes.example.org' })).toMatch('needs a PASSPHRASE of 8');
  expect(refused({ PASSPHRASE: 'ebb' })).toMatch('PASSPHRASE has 3 characters; it needs 8 to 200');
  expect(refused({ PASSPHRASE: 'x'.repeat(201) })).toMatch('PASSPHRASE has 201 characters');
  // Eight characters are eight, whatever they are made of.
  expect(refused({ PASSPHRASE: '\u{1F30A}'.repeat(8) })).toBe('starts');
  expect(refused({ PUBLIC_URL: 'classes.example.org', PASSPHRASE: 'spring tide' })).toMatch('PUBLIC_URL is an address');
  expect(refused({ DATABASE_URL: 'mysql://x' })).toMatch('DATABASE_URL begins with postgres://');
  expect(refused({ TRUST_PROXY: 'true' })).toMatch('would trust anybody');
  expect(refused({ LOG_LEVEL: 'loud' })).toMatch('LOG_LEVEL is one of');
});
