import { X509Certificate } from 'node:crypto';
import Link from 'next/link';

export const dynamic = 'force-dynamic';
export const metadata = { title: 'Trust this shop' };

export default function TrustPage() {
  const authority = process.env.PEZZO_AUTHORITY;
  if (!authority) {
    return (
      <main className="page">
        <h1>Nothing to do</h1>
        <p>
          This address is trusted already, or it is used on this machine only. <Link href="/">Go to Jobs</Link>
        </p>
      </main>
    );
  }
  const fingerprint = new X509Certificate(authority).fingerprint256.replaceAll(':', ' ');
  return (
    <main className="page">
      <h1>Let this tablet trust the shop</h1>
      <p>Once per tablet. After that it keeps the screen awake in a run and works without the network.</p>
      <ol className="rows">
        <li className="py-2">
          Compare this fingerprint with the one in the window where Pezzo was started. If one pair differs, stop.
          <br />
          <code className="fingerprint">{fingerprint}</code>
        </li>
        <li className="py-2">
          <a className="btn btn-primary" href="/trust/certificate" download>
            Download the certificate
          </a>
        </li>
        <li className="py-2">
          Tablets that ask: open the file, name it “Pezzo”, use it for the network or for web sites. Others: settings,
          security, install a certificate from storage, authority certificate. Some want it switched on a second time
          under “trusted certificates”.
        </li>
        <li className="py-2">
          Close the browser, open it again and go to <Link href="/">the jobs</Link>: there should be no warning.
        </li>
      </ol>
    </main>
  );
}
