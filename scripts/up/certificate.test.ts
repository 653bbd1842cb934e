import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { createServer, type Server } from 'node:http';
import { get } from 'node:https';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { X509Certificate } from 'node:crypto';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { startTls, type TlsFront } from '../support/tls';
import { fingerprintOf, givenCertificate, privateCertificate, type Certificate } from './certificate';

const HOST = 'bay.pezzo.test';
let app: Server;
let front: TlsFront;
let made: Certificate;
const folder = mkdtempSync(join(tmpdir(), 'pezzo-tls-'));
beforeAll(async () => {
  made = privateCertificate(HOST);
  app = createServer((request, response) => response.end(`plain ${request.url}`));
  await new Promise<void>((resolve) => { app.listen(0, '127.0.0.1', resolve); });
  front = await startTls({ host: '127.0.0.1', port: 0, appPort: (app.address() as AddressInfo).port, ...made });
});
afterAll(async () => {
  await front.stop();
  app.close();
  rmSync(folder, { recursive: true, force: true });
});

/** Asks over TLS as a tablet would: trusting `authority` only, for the name `host`. */
const ask = (authority: string | undefined, host: string) => new Promise<string>((resolve, reject) => {
  get({ host: '127.0.0.1', port: front.port, servername: host, headers: { host }, path: '/trust', ca: authority, agent: false }, (response) => {
    let text = '';
    response.on('data', (chunk: Buffer) => { text += chunk.toString(); });
    response.on('end', () => resolve(text));
  }).on('error', reject);
});

describe('the private certificate', () => {
  it('is accepted for its name by whoever trusts the shop’s own authority, and by nobody else', async () => {
    expect(await ask(made.authority!, HOST)).toBe('plain /trust');
    expect(await ask(made.authority!, 'localhost')).toBe('plain /trust');
    await expect(ask(made.authority!, 'elsewhere.test')).rejects.toMatchObject({ code: 'ERR_TLS_CERT_ALTNAME_INVALID' });
    await expect(ask(undefined, HOST)).rejects.toMatchObject({ code: expect.stringMatching(/UNABLE_TO_VERIFY|SELF_SIGNED/) });
  });

  it('is made once, is good for less than 825 days, and its authority may sign and nothing else', () => {
    const again = privateCertificate(HOST);
    expect([again.certificate, again.authority]).toEqual([made.certificate, made.authority]);
    expect(privateCertificate('other.pezzo.test').authority).toBe(made.authority);
    const server = new X509Certificate(made.certificate);
    const days = (Date.parse(server.validTo) - Date.parse(server.validFrom)) / 86_400_000;
    expect([days < 825, server.ca, server.keyUsage]).toEqual([true, false, ['1.3.6.1.5.5.7.3.1']]);
    expect(new X509Certificate(made.authority!).ca).toBe(true);
  });

  it('shows the fingerprint that a tablet shows', () => {
    expect(fingerprintOf(made.authority!)).toBe(new X509Certificate(made.authority!).fingerprint256.replaceAll(':', ' '));
  });
});

describe('a given certificate', () => {
  const put = (name: string, text: string) => {
    writeFileSync(join(folder, name), text);
    return join(folder, name);
  };
  it('is taken where certificate and key belong together', () => {
    expect(givenCertificate(put('a.pem', made.certificate), put('a.key', made.key))).toEqual({ certificate: made.certificate, key: made.key, authority: null });
  });

  it('is refused in words where they do not, or are none', () => {
    const other = privateCertificate('third.pezzo.test');
    expect(() => givenCertificate(put('a.pem', made.certificate), put('b.key', other.key))).toThrow('of another certificate');
    expect(() => givenCertificate(put('c.pem', 'nothing'), put('a.key', made.key))).toThrow('PEM');
    expect(() => givenCertificate(join(folder, 'no.pem'), join(folder, 'no.key'))).toThrow('There is no file');
  });
});
