import { expect, it } from 'vitest';
import { browserName } from './browserName';

it('names a browser by what it says of itself', () => {
  expect(
    browserName('Mozilla/5.0 (X11; Linux x86_64) AppleWebKit/537.36 (KHTML, like Gecko) Chrome/140.0 Safari/537.36'),
  ).toBe('Chrome on Linux');
  expect(browserName('Mozilla/5.0 (Windows NT 10.0) AppleWebKit/537.36 Chrome/140.0 Safari/537.36 Edg/140.0')).toBe(
    'Edge on Windows',
  );
  expect(browserName('Mozilla/5.0 (Macintosh; Intel Mac OS X 14_1) Version/17.1 Safari/605.1')).toBe('Safari on macOS');
  expect(browserName('Java-http-client/17')).toBe('Another program');
  expect(browserName(null)).toBe('Unknown');
});
