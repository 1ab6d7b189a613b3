import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { InternalAddress, isPublic, Outside } from './outside.js';

const asked: string[] = [];
const server = createServer((request, response) => {
  asked.push(request.url ?? '');
  if (request.url === '/elsewhere') response.writeHead(302, { location: '/secret' }).end();
  else response.end('inside');
});
let port = 0;
beforeAll(async () => {
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  ({ port } = server.address() as AddressInfo);
});
afterAll(() => server.close());

// IANA's special-purpose registries (RFC 6890), from memory
describe('isPublic', () => {
  it.each([
    '127.0.0.1',
    '127.8.9.10',
    '10.1.2.3',
    '172.16.0.1',
    '192.168.1.1',
    '169.254.169.254',
    '100.64.0.1',
    '0.0.0.0',
    '224.0.0.1',
    '255.255.255.255',
    '::1',
    '::',
    'fe80::1',
    'fc00::1',
    '::ffff:127.0.0.1',
    '::ffff:10.0.0.1',
    '64:ff9b::7f00:1',
    'no address',
  ])('is not %s', (address) => expect(isPublic(address)).toBe(false));
  it.each(['8.8.8.8', '93.184.216.34', '2606:2800:220:1:248:1893:25c8:1946'])('is %s', (address) =>
    expect(isPublic(address)).toBe(true),
  );
});

describe('Outside', () => {
  it('asks nothing of this machine, however it is written', async () => {
    const outside = new Outside([]);
    const hosts = ['127.0.0.1', 'localhost', '[::1]', '2130706433', '0x7f.1', '127.1', '[::ffff:127.0.0.1]', '0'];
    for (const host of hosts) await expect(outside.ask(`http://${host}:${port}/secret`), host).rejects.toThrow(InternalAddress);
    await expect(outside.ask('file:///etc/passwd')).rejects.toThrow(InternalAddress);
    expect(asked).toEqual([]);
  });
  it('asks a host that is named, and does not go where its answer points', async () => {
    const outside = new Outside([`127.0.0.1:${port}`]);
    expect(await (await outside.ask(`http://127.0.0.1:${port}/here`)).text()).toBe('inside');
    expect((await outside.ask(`http://127.0.0.1:${port}/elsewhere`)).status).toBe(302);
    expect(asked).toEqual(['/here', '/elsewhere']);
  });
});
