import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { isIP } from 'node:net';
import { networkInterfaces } from 'node:os';
import { join } from 'node:path';
import forge from 'node-forge';
import { DATA_FOLDER, PlainFailure } from '../support/project';

/** What TLS is served with. */
export interface Certificate {
  certificate: string;
  key: string;
  /** The shop's own authority, which a tablet has to trust once; null where the certificate was given. */
  authority: string | null;
}

const FOLDER = join(DATA_FOLDER, 'tls');
const KEY_BITS = 2048;
const AUTHORITY_YEARS = 10;
/** Tablets refuse server certificates that are good for longer than 825 days. */
const SERVER_DAYS = 820;
/** A certificate that ends within so many days is made anew. */
const RENEW_DAYS = 30;

const file = (name: string) => join(FOLDER, name);
const keep = (name: string, text: string) => writeFileSync(file(name), text, { mode: 0o600 });

/** Reads a certificate and key that the shop brings itself. Throws PlainFailure where they are none or do not belong together. */
export function givenCertificate(certificatePath: string, keyPath: string): Certificate {
  const read = (path: string) => {
    if (!existsSync(path)) throw new PlainFailure(`There is no file ${path}.`);
    return readFileSync(path, 'utf8');
  };
  const [certificate, key] = [read(certificatePath), read(keyPath)];
  try {
    const found = forge.pki.certificateFromPem(certificate).publicKey as forge.pki.rsa.PublicKey;
    const own = forge.pki.privateKeyFromPem(key) as forge.pki.rsa.PrivateKey;
    if (found.n.compareTo(own.n) !== 0) throw new Error('the key is of another certificate');
  } catch (error) {
    // Other kinds of keys (elliptic curves) are read by the server itself, which says what is wrong with them.
    if (/key is of another/.test((error as Error).message)) throw new PlainFailure(`The certificate cannot be used: ${(error as Error).message}.`);
    if (!/BEGIN CERTIFICATE/.test(certificate) || !/PRIVATE KEY/.test(key)) throw new PlainFailure('The certificate and key must be PEM files.');
  }
  return { certificate, key, authority: null };
}

/** The private certificate for a host name, made on first use and again before it ends. The authority stays the same, so that tablets trust it once. */
export function privateCertificate(host: string): Certificate {
  mkdirSync(FOLDER, { recursive: true, mode: 0o700 });
  const authority = keptAuthority() ?? makeAuthority();
  const known = existsSync(file(`${host}.pem`)) ? readFileSync(file(`${host}.pem`), 'utf8') : null;
  if (known && stillGood(known, authority.certificate)) return { certificate: known, key: readFileSync(file(`${host}.key`), 'utf8'), authority: forge.pki.certificateToPem(authority.certificate) };
  return makeServer(host, authority);
}

interface Authority { certificate: forge.pki.Certificate; key: forge.pki.rsa.PrivateKey }

function keptAuthority(): Authority | null {
  if (!existsSync(file('authority.pem'))) return null;
  const certificate = forge.pki.certificateFromPem(readFileSync(file('authority.pem'), 'utf8'));
  if (certificate.validity.notAfter < inDays(RENEW_DAYS)) return null;
  return { certificate, key: forge.pki.privateKeyFromPem(readFileSync(file('authority.key'), 'utf8')) as forge.pki.rsa.PrivateKey };
}

const inDays = (days: number) => new Date(Date.now() + days * 86_400_000);

function begin(days: number): { certificate: forge.pki.Certificate; keys: forge.pki.rsa.KeyPair } {
  const keys = forge.pki.rsa.generateKeyPair(KEY_BITS);
  const certificate = forge.pki.createCertificate();
  certificate.publicKey = keys.publicKey;
  certificate.serialNumber = `00${forge.util.bytesToHex(forge.random.getBytesSync(15))}`;
  certificate.validity.notBefore = inDays(-1);
  certificate.validity.notAfter = inDays(days);
  return { certificate, keys };
}

function makeAuthority(): Authority {
  const { certificate, keys } = begin(AUTHORITY_YEARS * 365);
  const name = [{ name: 'commonName', value: 'Pezzo, this shop only' }];
  certificate.setSubject(name);
  certificate.setIssuer(name);
  certificate.setExtensions([{ name: 'basicConstraints', cA: true, critical: true }, { name: 'keyUsage', keyCertSign: true, cRLSign: true, critical: true }, { name: 'subjectKeyIdentifier' }]);
  certificate.sign(keys.privateKey, forge.md.sha256.create());
  keep('authority.pem', forge.pki.certificateToPem(certificate));
  keep('authority.key', forge.pki.privateKeyToPem(keys.privateKey));
  return { certificate, key: keys.privateKey };
}

/** Every address of this machine that a tablet may use, besides the name it was started with. */
function addresses(host: string): string[] {
  const own = Object.values(networkInterfaces()).flatMap((list) => (list ?? []).filter(({ internal }) => !internal).map(({ address }) => address.replace(/%.*$/, '')));
  return [...new Set([host, 'localhost', '127.0.0.1', ...own])].filter((one) => one !== '0.0.0.0' && one !== '::');
}

function makeServer(host: string, authority: Authority): Certificate {
  const { certificate, keys } = begin(SERVER_DAYS);
  certificate.setSubject([{ name: 'commonName', value: host.slice(0, 64) }]);
  certificate.setIssuer(authority.certificate.subject.attributes);
  certificate.setExtensions([
    { name: 'basicConstraints', cA: false }, { name: 'keyUsage', digitalSignature: true, keyEncipherment: true, critical: true }, { name: 'extKeyUsage', serverAuth: true },
    { name: 'subjectAltName', altNames: addresses(host).map((one) => (isIP(one) ? { type: 7, ip: one } : { type: 2, value: one })) },
  ]);
  certificate.sign(authority.key, forge.md.sha256.create());
  const [text, key] = [forge.pki.certificateToPem(certificate), forge.pki.privateKeyToPem(keys.privateKey)];
  keep(`${host}.pem`, text);
  keep(`${host}.key`, key);
  return { certificate: text, key, authority: forge.pki.certificateToPem(authority.certificate) };
}

function stillGood(pem: string, authority: forge.pki.Certificate): boolean {
  const certificate = forge.pki.certificateFromPem(pem);
  return certificate.validity.notAfter > inDays(RENEW_DAYS) && authority.verify(certificate);
}

/** The fingerprint a person compares on the tablet: SHA-256 of the certificate, in pairs. */
export function fingerprintOf(pem: string): string {
  const der = forge.asn1.toDer(forge.pki.certificateToAsn1(forge.pki.certificateFromPem(pem))).getBytes();
  return forge.md.sha256.create().update(der).digest().toHex().toUpperCase().match(/../g)!.join(' ');
}
