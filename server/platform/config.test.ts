import { describe, expect, it } from 'vitest';
import { readConfig } from './config';

describe('the configuration', () => {
  it('has sensible values for everything', () => {
    expect(readConfig({})).toMatchObject({
      port: 4400,
      address: 'http://127.0.0.1:4400',
      secure: false,
      demo: false,
      worker: true,
    });
  });

  it('knows https by the address, which makes cookies secure', () => {
    expect(readConfig({ ADMISSA_ADDRESS: 'https://bees.example/' })).toMatchObject({
      address: 'https://bees.example',
      secure: true,
    });
  });

  it('names every variable that is wrong at once', () => {
    expect(() => readConfig({ ADMISSA_PORT: 'ninety', ADMISSA_DB_NAME: 'a; drop', ADMISSA_DEMO: 'yes' })).toThrow(
      /ADMISSA_PORT[\s\S]*ADMISSA_DB_NAME[\s\S]*ADMISSA_DEMO/,
    );
  });
});
