import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { createServer, get, type Server } from 'node:https';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { connect, type SecureVersion } from 'node:tls';
import { spawnSync } from 'node:child_process';
import { X509Certificate } from 'node:crypto';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { tlsOptions } from '../../src/front/tls-options';
import { addressesOf, fingerprintOf, givenCertificate, privateCertificate, type Certificate } from './certificate';

const HOST = 'bay.pezzo.test';
let server: Server;
let made: Certificate;
const folder = mkdtempSync(join(tmpdir(), 'pezzo-tls-'));
const text = (path: string) => readFileSync(path, 'utf8');
beforeAll(async () => {
  made = await privateCertificate(HOST);
  server = createServer(tlsOptions(text(made.certificateFile), text(made.keyFile)), (request, response) =>
    response.end(`behind ${request.url}`),
  );
  await new Promise<void>((resolve) => {
    server.listen(0, '127.0.0.1', resolve);
  });
});
afterAll(() => {
  server.close();
  rmSync(folder, { recursive: true, force: true });
});

const port = () => (server.address() as AddressInfo).port;
/** Asks over TLS as a tablet would: trusting `authority` only, for the name `host`. */
const ask = (authority: string | undefined, host: string) =>
  new Promise<string>((resolve, reject) => {
    get(
      {
        host: '127.0.0.1',
        port: port(),
        servername: host,
        headers: { host },
        path: '/trust',
        ca: authority,
        agent: false,
      },
      (response) => {
        let body = '';
        response.on('data', (chunk: Buffer) => {
          body += chunk.toString();
        });
        response.on('end', () => resolve(body));
      },
    ).on('error', reject);
  });

describe('the private certificate', () => {
  it('is accepted for its name by whoever trusts the shop’s own authority, and by nobody else', async () => {
    expect(await ask(made.authority!, HOST)).toBe('behind /trust');
    expect(await ask(made.authority!, 'localhost')).toBe('behind /trust');
    await expect(ask(made.authority!, 'elsewhere.test')).rejects.toMatchObject({
      code: 'ERR_TLS_CERT_ALTNAME_INVALID',
    });
    await expect(ask(undefined, HOST)).rejects.toMatchObject({
      code: expect.stringMatching(/UNABLE_TO_VERIFY|SELF_SIGNED/),
    });
  });

  it('is made once, is good for less than 825 days, and each name has an authority of its own', async () => {
    const before = [text(made.certificateFile), made.authority];
    const again = await privateCertificate(HOST);
    expect([text(again.certificateFile), again.authority]).toEqual(before);
    expect((await privateCertificate('other.pezzo.test')).authority).not.toBe(made.authority);
    const certificate = new X509Certificate(text(made.certificateFile));
    const days = (Date.parse(certificate.validTo) - Date.parse(certificate.validFrom)) / 86_400_000;
    expect([days < 825, certificate.ca, certificate.keyUsage]).toEqual([true, false, ['1.3.6.1.5.5.7.3.1']]);
  });

  // OpenSSL reads the authority, so that its limits are seen as every tablet sees them. RFC 5280, sections 4.2.1.9 and 4.2.1.10.
  it('is signed by an authority that may make no other authority, and sign for no other name', () => {
    const { stdout } = spawnSync('openssl', ['x509', '-noout', '-text'], { input: made.authority!, encoding: 'utf8' });
    const words = stdout.replace(/\s+/g, ' ');
    expect(words).toContain('X509v3 Basic Constraints: critical CA:TRUE, pathlen:0');
    expect(words).toContain(
      `X509v3 Name Constraints: critical Permitted: DNS:${HOST} DNS:localhost IP:10.0.0.0/255.0.0.0`,
    );
    expect(addressesOf(HOST)).toEqual(expect.arrayContaining([HOST, 'localhost', '127.0.0.1']));
  });

  it('shows the fingerprint that a tablet shows', () => {
    expect(fingerprintOf(made.authority!)).toBe(
      new X509Certificate(made.authority!).fingerprint256.replaceAll(':', ' '),
    );
  });
});

describe('TLS', () => {
  const shake = (options: { maxVersion?: SecureVersion; minVersion?: SecureVersion; ciphers?: string }) =>
    new Promise<string>((resolve, reject) => {
      const socket = connect(
        { host: '127.0.0.1', port: port(), servername: HOST, ca: made.authority!, ...options },
        () => {
          resolve(`${socket.getProtocol()} ${socket.getCipher().standardName}`);
          socket.end();
        },
      );
      socket.on('error', reject);
    });

  it('is 1.2 or 1.3 with authenticated encryption, and nothing older or weaker', async () => {
    expect(await shake({})).toMatch(/^TLSv1\.3 TLS_(AES_\d+_GCM|CHACHA20_POLY1305)_/);
    expect(await shake({ maxVersion: 'TLSv1.2' })).toMatch(
      /^TLSv1\.2 TLS_ECDHE_ECDSA_WITH_(AES_\d+_GCM|CHACHA20_POLY1305)_/,
    );
    await expect(shake({ maxVersion: 'TLSv1.2', ciphers: 'ECDHE-ECDSA-AES128-SHA256:AES128-SHA' })).rejects.toThrow();
    await expect(
      shake({ minVersion: 'TLSv1', maxVersion: 'TLSv1.1', ciphers: 'DEFAULT:@SECLEVEL=0' }),
    ).rejects.toThrow();
  });
});

describe('a given certificate', () => {
  const put = (name: string, content: string) => {
    writeFileSync(join(folder, name), content);
    return join(folder, name);
  };

  it('is taken where certificate and key belong together', () => {
    expect(givenCertificate(made.certificateFile, made.keyFile)).toEqual({
      certificateFile: made.certificateFile,
      keyFile: made.keyFile,
      authority: null,
    });
  });

  it('is refused in words where they do not, or are none', async () => {
    const other = await privateCertificate('third.pezzo.test');
    expect(() => givenCertificate(made.certificateFile, other.keyFile)).toThrow('belongs to another certificate');
    expect(() => givenCertificate(put('c.pem', 'nothing'), made.keyFile)).toThrow('PEM');
    expect(() => givenCertificate(join(folder, 'no.pem'), join(folder, 'no.key'))).toThrow('There is no file');
  });
});
