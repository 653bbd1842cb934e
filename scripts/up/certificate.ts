import 'reflect-metadata';
import { createPrivateKey, randomBytes, webcrypto, X509Certificate } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { BlockList, isIP } from 'node:net';
import { networkInterfaces } from 'node:os';
import { join } from 'node:path';
import { AsnConvert } from '@peculiar/asn1-schema';
import {
  GeneralName,
  GeneralSubtree,
  GeneralSubtrees,
  id_ce_nameConstraints,
  NameConstraints,
} from '@peculiar/asn1-x509';
import * as x509 from '@peculiar/x509';
import { DATA_FOLDER, PlainFailure } from '../support/project';

x509.cryptoProvider.set(webcrypto as Crypto);

/** What TLS is served with: files, since keys travel by no command line. */
export interface Certificate {
  certificateFile: string;
  keyFile: string;
  /** The shop's own authority, which a tablet has to trust once, PEM; null where the certificate was given. */
  authority: string | null;
}

const FOLDER = join(DATA_FOLDER, 'tls');
const ALGORITHM = { name: 'ECDSA', namedCurve: 'P-256', hash: 'SHA-256' };
const AUTHORITY_YEARS = 10;
/** Tablets refuse server certificates that are good for longer than 825 days. */
const SERVER_DAYS = 820;
/** A certificate that ends within so many days is made anew. */
const RENEW_DAYS = 30;
/** Networks that lead nowhere outside: RFC 1918, RFC 4193, loopback and link-local. */
const OWN_NETWORKS = [
  '10.0.0.0/8',
  '172.16.0.0/12',
  '192.168.0.0/16',
  '169.254.0.0/16',
  '127.0.0.0/8',
  'fc00::/7',
  'fe80::/10',
  '::1/128',
];

const file = (name: string) => join(FOLDER, name);
const keep = (name: string, text: string) => writeFileSync(file(name), text, { mode: 0o600 });

/** Looks at a certificate and key that the shop brings itself. Throws PlainFailure where they are none or do not belong together. */
export function givenCertificate(certificatePath: string, keyPath: string): Certificate {
  for (const path of [certificatePath, keyPath])
    if (!existsSync(path)) throw new PlainFailure(`There is no file ${path}.`);
  const [certificate, key] = [
    read(certificatePath, 'certificate', (text) => new X509Certificate(text)),
    read(keyPath, 'key', (text) => createPrivateKey(text)),
  ];
  if (!certificate.checkPrivateKey(key))
    throw new PlainFailure('The certificate cannot be used: the key belongs to another certificate.');
  return { certificateFile: certificatePath, keyFile: keyPath, authority: null };
}

function read<T>(path: string, what: string, parse: (text: string) => T): T {
  try {
    return parse(readFileSync(path, 'utf8'));
  } catch (error) {
    throw new PlainFailure(`The ${what} must be a PEM file that can be read: ${(error as Error).message}`);
  }
}

/**
 * The private certificate for a host name, made on first use and again before it ends. It is signed by an authority that may sign for that name and
 * for private networks only, and for no other authority; it stays the same, so that tablets trust it once for each name.
 */
export async function privateCertificate(host: string): Promise<Certificate> {
  mkdirSync(FOLDER, { recursive: true, mode: 0o700 });
  const authority = (await keptAuthority(host)) ?? (await makeAuthority(host));
  const [certificateFile, keyFile] = [file(`${host}.pem`), file(`${host}.key`)];
  const known = existsSync(certificateFile) ? new X509Certificate(readFileSync(certificateFile)) : null;
  if (!known || !stillGood(known, authority.certificate)) await makeServer(host, authority);
  return { certificateFile, keyFile, authority: authority.certificate.toString('pem') };
}

interface Authority {
  certificate: x509.X509Certificate;
  key: CryptoKey;
}

async function keptAuthority(host: string): Promise<Authority | null> {
  if (!existsSync(file(`authority-${host}.pem`))) return null;
  const certificate = new x509.X509Certificate(readFileSync(file(`authority-${host}.pem`), 'utf8'));
  if (certificate.notAfter < inDays(RENEW_DAYS)) return null;
  const key = createPrivateKey(readFileSync(file(`authority-${host}.key`), 'utf8')).export({
    type: 'pkcs8',
    format: 'der',
  });
  return { certificate, key: (await webcrypto.subtle.importKey('pkcs8', key, ALGORITHM, true, ['sign'])) as CryptoKey };
}

const inDays = (days: number) => new Date(Date.now() + days * 86_400_000);
const newKeys = () => webcrypto.subtle.generateKey(ALGORITHM, true, ['sign', 'verify']) as Promise<CryptoKeyPair>;
const serial = () => `00${randomBytes(15).toString('hex')}`;

async function keyPem(key: CryptoKey): Promise<string> {
  return createPrivateKey({
    key: Buffer.from(await webcrypto.subtle.exportKey('pkcs8', key as webcrypto.CryptoKey)),
    format: 'der',
    type: 'pkcs8',
  })
    .export({ type: 'pkcs8', format: 'pem' })
    .toString();
}

/** RFC 5280, sections 4.2.1.9 and 4.2.1.10: no authority below this one, and no name but these. */
function constraints(host: string): x509.Extension {
  const names = isIP(host)
    ? [new GeneralName({ dNSName: 'localhost' })]
    : [new GeneralName({ dNSName: host }), new GeneralName({ dNSName: 'localhost' })];
  const networks = [
    ...OWN_NETWORKS,
    ...(isIP(host) && !isOwn(host) ? [`${host}/${isIP(host) === 4 ? 32 : 128}`] : []),
  ].map((network) => new GeneralName({ iPAddress: network }));
  const permittedSubtrees = new GeneralSubtrees([...names, ...networks].map((base) => new GeneralSubtree({ base })));
  return new x509.Extension(
    id_ce_nameConstraints,
    true,
    AsnConvert.serialize(new NameConstraints({ permittedSubtrees })),
  );
}

async function makeAuthority(host: string): Promise<Authority> {
  const keys = await newKeys();
  const certificate = await x509.X509CertificateGenerator.createSelfSigned({
    serialNumber: serial(),
    name: `CN=Pezzo at ${host.slice(0, 48)}, this shop only`.replace(/,/g, '\\,'),
    notBefore: inDays(-1),
    notAfter: inDays(AUTHORITY_YEARS * 365),
    signingAlgorithm: ALGORITHM,
    keys,
    extensions: [
      new x509.BasicConstraintsExtension(true, 0, true),
      new x509.KeyUsagesExtension(x509.KeyUsageFlags.keyCertSign | x509.KeyUsageFlags.cRLSign, true),
      await x509.SubjectKeyIdentifierExtension.create(keys.publicKey),
      constraints(host),
    ],
  });
  keep(`authority-${host}.pem`, certificate.toString('pem'));
  keep(`authority-${host}.key`, await keyPem(keys.privateKey));
  return { certificate, key: keys.privateKey };
}

const ownNetworks = new BlockList();
for (const network of OWN_NETWORKS) {
  const [address, prefix] = network.split('/');
  ownNetworks.addSubnet(address, Number(prefix), isIP(address) === 4 ? 'ipv4' : 'ipv6');
}
const isOwn = (address: string) => ownNetworks.check(address, isIP(address) === 4 ? 'ipv4' : 'ipv6');

/** Every address of this machine that a tablet may use, besides the name it was started with: those that the authority may sign for. */
export function addressesOf(host: string): string[] {
  const own = Object.values(networkInterfaces()).flatMap((list) =>
    (list ?? []).filter(({ internal }) => !internal).map(({ address }) => address.replace(/%.*$/, '')),
  );
  return [...new Set([host, 'localhost', '127.0.0.1', ...own.filter(isOwn)])];
}

async function makeServer(host: string, authority: Authority): Promise<void> {
  const keys = await newKeys();
  const certificate = await x509.X509CertificateGenerator.create({
    serialNumber: serial(),
    subject: `CN=${host.slice(0, 64)}`,
    issuer: authority.certificate.subject,
    notBefore: inDays(-1),
    notAfter: inDays(SERVER_DAYS),
    signingAlgorithm: ALGORITHM,
    publicKey: keys.publicKey,
    signingKey: authority.key,
    extensions: [
      new x509.BasicConstraintsExtension(false, undefined, true),
      new x509.KeyUsagesExtension(x509.KeyUsageFlags.digitalSignature, true),
      new x509.ExtendedKeyUsageExtension([x509.ExtendedKeyUsage.serverAuth]),
      new x509.SubjectAlternativeNameExtension(
        addressesOf(host).map((value) => ({ type: isIP(value) ? ('ip' as const) : ('dns' as const), value })),
      ),
      await x509.AuthorityKeyIdentifierExtension.create(authority.certificate),
      await x509.SubjectKeyIdentifierExtension.create(keys.publicKey),
    ],
  });
  keep(`${host}.pem`, certificate.toString('pem'));
  keep(`${host}.key`, await keyPem(keys.privateKey));
}

const stillGood = (known: X509Certificate, authority: x509.X509Certificate) =>
  new Date(known.validTo) > inDays(RENEW_DAYS) &&
  known.checkIssued(new X509Certificate(authority.toString('pem'))) &&
  known.verify(new X509Certificate(authority.toString('pem')).publicKey);

/** The fingerprint a person compares on the tablet: SHA-256 of the certificate, in pairs. */
export const fingerprintOf = (pem: string): string => new X509Certificate(pem).fingerprint256.replaceAll(':', ' ');
