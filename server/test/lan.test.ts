import { createServer, request as plain, type IncomingMessage, type RequestListener, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { homeAddresses } from '../src/lan/homeNetwork';
import { certificateFor } from '../src/lan/certificate';
import { TestServer } from './testServer';

// The other side of the house: requests that come by this machine's own address in the network, as a tablet's would.

const [ADDRESS] = homeAddresses();
const inNetwork = ADDRESS ? describe : describe.skip;

let server: TestServer;
let outside: Server | undefined;
let port = 0;

async function open(on: boolean): Promise<void> {
  server = new TestServer();
  outside = createServer((q, r) => (server.application.getHttpAdapter().getInstance() as RequestListener)(q, r));
  await new Promise<void>((ready) => outside!.listen(0, ADDRESS, ready));
  port = (outside.address() as AddressInfo).port;
  server.lan = on ? { addresses: [ADDRESS!], port, httpsPort: port + 1, fingerprint: 'AA:BB' } : undefined;
  await server.start();
}
afterEach(async () => {
  outside?.close();
  outside?.closeAllConnections();
  await server.stop();
});

type Answer = { status: number; body: string; headers: IncomingMessage['headers'] };

function ask(
  method: string,
  path: string,
  { cookie, form, host }: { cookie?: string; form?: string; host?: string } = {},
): Promise<Answer> {
  return new Promise((ready, failed) => {
    const headers: Record<string, string> = {
      host: host ?? `${ADDRESS}:${port}`,
      ...(cookie ? { cookie } : {}),
      ...(form === undefined
        ? {}
        : { 'content-type': 'application/x-www-form-urlencoded', 'content-length': String(form.length) }),
    };
    const q = plain({ host: ADDRESS, port, method, path, headers }, (answer) => {
      let body = '';
      answer.on('data', (chunk: Buffer) => (body += chunk.toString()));
      answer.on('end', () => ready({ status: answer.statusCode!, body, headers: answer.headers }));
    });
    q.on('error', failed);
    q.end(form);
  });
}

const code = async (): Promise<string> => (await server.http.get('/api/lan').expect(200)).body.code as string;
const pair = (digits: string): Promise<Answer> => ask('POST', '/api/pair', { form: `code=${digits}&name=Tablet` });
const cookieOf = ({ headers }: Answer): string => headers['set-cookie']![0]!.split(';')[0]!;

inNetwork('the home network, closed', () => {
  it('gets nothing, whatever it asks', async () => {
    await open(false);
    for (const path of ['/', '/pair', '/api/health', '/api/batches']) expect((await ask('GET', path)).status).toBe(403);
    expect((await pair('12345678')).status).toBe(403);
    expect((await server.http.get('/api/lan')).body).toMatchObject({ on: false, http: [] });
  });
});

inNetwork('the home network, opened', () => {
  beforeEach(() => open(true));

  it('gives a device that is not paired the page to pair on, and nothing else', async () => {
    await server.startBatch();
    for (const path of [
      '/api/health',
      '/api/batches',
      '/api/house',
      '/api/stream',
      '/api/lan',
      '/assets/x.js',
      '/steep',
      '/index.html',
    ]) {
      const answer = await ask('GET', path);
      expect([path, answer.status]).toEqual([path, 401]);
      expect(answer.body).not.toContain('Roselle');
    }
    expect((await ask('POST', '/api/batches', { form: 'id=1' })).status).toBe(401);
    const page = await ask('GET', '/pair?code=1234<script>');
    expect(page.status).toBe(401);
    expect(page.body).toContain('Pair this device');
    expect(page.body).not.toContain('<script>');
    expect(page.headers['content-security-policy']).toContain("default-src 'none'");
  });

  it('lets in a device with the code that is shown, for good, and the code is used up', async () => {
    const digits = await code();
    const answer = await pair(digits);
    expect(answer.status).toBe(303);
    expect(answer.headers['set-cookie']![0]).toContain('HttpOnly; SameSite=Strict');
    expect((await ask('GET', '/api/batches', { cookie: cookieOf(answer) })).status).toBe(200);
    await server.restart();
    expect((await ask('GET', '/api/batches', { cookie: cookieOf(answer) })).status).toBe(200);
    expect((await pair(digits)).status).toBe(403);
  });

  it('shuts a device out again when it is revoked, and keeps no token that could be stolen from the file', async () => {
    const answer = await pair(await code());
    const { devices } = (await server.http.get('/api/lan')).body;
    expect(devices).toMatchObject([{ name: 'Tablet' }]);
    await server.http.delete(`/api/lan/devices/${devices[0].id}`).expect(200);
    expect((await ask('GET', '/api/batches', { cookie: cookieOf(answer) })).status).toBe(401);
    await server.http.delete(`/api/lan/devices/${devices[0].id}`).expect(404);
  });

  it('cuts what a device still has open when it is shut out', async () => {
    const cookie = cookieOf(await pair(await code()));
    const headers = { host: `${ADDRESS}:${port}`, cookie };
    const stream = await new Promise<IncomingMessage>((opened, failed) => {
      const q = plain({ host: ADDRESS, port, path: '/api/stream', headers }, opened);
      q.on('error', failed);
      q.end();
    });
    const cut = new Promise<void>((ended) => stream.on('close', ended));
    stream.on('error', () => undefined);
    stream.resume();
    const { devices } = (await server.http.get('/api/lan')).body;
    await server.http.delete(`/api/lan/devices/${devices[0].id}`).expect(200);
    await cut;
  });

  it('does not show its codes and devices to the network, paired or not', async () => {
    const cookie = cookieOf(await pair(await code()));
    expect((await ask('GET', '/api/lan', { cookie })).status).toBe(403);
    expect((await ask('POST', '/api/lan/code', { cookie })).status).toBe(403);
  });

  it('limits tries, and changes the code after five wrong ones', async () => {
    const digits = await code();
    const wrong = digits === '00000000' ? '11111111' : '00000000';
    for (let i = 0; i < 5; i++) expect((await pair(wrong)).status).toBe(403);
    expect((await pair(digits)).status).toBe(429);
    expect(await code()).not.toBe(digits);
    server.later(2);
    expect((await pair('123')).status).toBe(400);
  });

  it('lets a code grow old', async () => {
    const digits = await code();
    server.later(11);
    expect(await code()).not.toBe(digits);
    expect((await pair(digits)).status).toBe(403);
  });

  it('answers to its own addresses alone', async () =>
    expect((await ask('GET', '/', { host: 'evil.example' })).status).toBe(403));
});

describe('the certificate', () => {
  it('is made here for this machine’s addresses, and kept', async () => {
    server = new TestServer();
    await server.start();
    const now = new Date('2026-07-05T09:00:00Z');
    const made = await certificateFor(['192.168.7.9'], server.folder, now);
    expect(made.key).toContain('PRIVATE KEY');
    expect(made.fingerprint).toMatch(/^([0-9A-F]{2}:){31}[0-9A-F]{2}$/);
    expect(await certificateFor(['192.168.7.9'], server.folder, now)).toEqual(made);
    expect((await certificateFor(['192.168.7.10'], server.folder, now)).fingerprint).not.toBe(made.fingerprint);
  });
});
