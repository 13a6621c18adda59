/** Settings from the environment: what is taken, and what is refused with a word on what would do. */
import { resolve } from 'node:path';
import { describe, expect, it } from 'vitest';
import { readSettings } from './settings.js';

describe('settings', () => {
  it('without any: port 4310 on loopback, data beside, with the demo', () => {
    expect(readSettings({}, [])).toEqual({
      port: 4310,
      host: '127.0.0.1',
      dataFolder: resolve('data'),
      demo: true,
      logLevel: 'info',
      restore: undefined,
      checkAnswers: false,
      warm: true,
    });
  });
  it('warms its threads unless it is told not to', () => {
    expect([readSettings({ SADDLE_WARM: 'no' }, []).warm, readSettings({ SADDLE_WARM: 'yes' }, []).warm]).toEqual([false, true]);
  });
  it('takes what is set', () => {
    expect(readSettings({ SADDLE_PORT: '8080', SADDLE_HOST: '::1', SADDLE_DATA: '/tmp/there' }, ['--empty'])).toMatchObject({
      port: 8080,
      host: '::1',
      dataFolder: '/tmp/there',
      demo: false,
    });
  });
  it.each([
    [{ SADDLE_PORT: '99999' }, /SADDLE_PORT/],
    [{ SADDLE_PORT: '-1' }, /SADDLE_PORT/],
    [{ SADDLE_PORT: '' }, /SADDLE_PORT must be a number/],
    [{ SADDLE_PORT: 'http' }, /must be a number/],
    [{ SADDLE_HOST: '192.168.0.9' }, /loopback/],
    [{ SADDLE_HOST: '127.0.0.1.example.org' }, /loopback/],
    [{ SADDLE_HOST: '' }, /loopback/],
    [{ SADDLE_DATA: '' }, /SADDLE_DATA/],
    [{ SADDLE_LOG: 'loud' }, /SADDLE_LOG/],
    [{ SADDLE_WARM: 'maybe' }, /SADDLE_WARM/],
  ])('refuses %j', (env, says) => expect(() => readSettings(env, [])).toThrow(says));
  it('names every wrong setting at once', () => {
    expect(() => readSettings({ SADDLE_PORT: 'x', SADDLE_LOG: 'y' }, [])).toThrow(/SADDLE_PORT[\s\S]*SADDLE_LOG/);
  });
});
