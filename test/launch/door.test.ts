import { describe, expect, it } from 'vitest';
import { callerOf, proxiesIn, refusalOf } from '../../bin/lib/door.mjs';

describe('Who asks', () => {
  it('is told by the connection, whatever the caller writes', () => {
    expect(callerOf('192.0.2.1', '10.0.0.1, 10.0.0.2', new Set())).toBe('192.0.2.1');
    expect(callerOf('::ffff:192.0.2.1', undefined, new Set())).toBe('192.0.2.1');
    // Nor is a connection that was closed already taken for a proxy, where none was named.
    expect(callerOf(undefined, '10.0.0.1', proxiesIn(''))).toBe('');
    expect(callerOf('', '10.0.0.1', proxiesIn(' , '))).toBe('');
  });

  it('is told by proxies that are trusted, as far back as these go', () => {
    const proxies = proxiesIn('127.0.0.1, ::ffff:192.0.2.9,');
    expect(callerOf('127.0.0.1', '198.51.100.7', proxies)).toBe('198.51.100.7');
    expect(callerOf('127.0.0.1', '10.9.9.9, 198.51.100.7, 192.0.2.9', proxies)).toBe('198.51.100.7');
    expect(callerOf('::ffff:127.0.0.1', '2001:db8::7', proxies)).toBe('2001:db8::7');
    // What is no address is nobody’s.
    expect(callerOf('127.0.0.1', 'unknown', proxies)).toBe('127.0.0.1');
    expect(callerOf('127.0.0.1', undefined, proxies)).toBe('127.0.0.1');
  });
});

describe('What is no proper request', () => {
  it('is refused in words before the application has it', () => {
    expect(refusalOf('TRACE', '/api/designs')?.status).toBe(405);
    expect(refusalOf('PROPFIND', '/')?.status).toBe(405);
    for (const url of ['/api/designs/%', '/api/designs/%zz', '/designs/%ff', '/a%00b'])
      expect(refusalOf('POST', url)?.status).toBe(400);
    for (const url of ['/', '/api/designs?x=%20', '/designs/%C3%A9'])
      expect(refusalOf('GET', url)).toBeNull();
  });
});
