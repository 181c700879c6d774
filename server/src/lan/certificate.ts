import { X509Certificate } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';

export type Certificate = { key: string; cert: string; fingerprint: string };

const DAYS = 825;

/** The certificate of this machine for its home network: made here, kept with the data, and made anew when an address is missing in it. */
export async function certificateFor(
  addresses: readonly string[],
  dataFolder: string,
  now: Date,
): Promise<Certificate> {
  const folder = join(dataFolder, 'https');
  const [keyFile, certFile] = [join(folder, 'key.pem'), join(folder, 'cert.pem')];
  if (existsSync(keyFile) && existsSync(certFile)) {
    const kept = { key: readFileSync(keyFile, 'utf8'), cert: readFileSync(certFile, 'utf8') };
    const x509 = new X509Certificate(kept.cert);
    const covers = addresses.every((a) => x509.checkIP(a) !== undefined);
    if (covers && Date.parse(x509.validTo) > now.getTime() + 30 * 86_400_000)
      return { ...kept, fingerprint: x509.fingerprint256 };
  }
  // Only a house that is opened to its network ever needs it.
  const { generate } = await import('selfsigned');
  const made = await generate([{ name: 'commonName', value: 'Steepsis in this house' }], {
    keySize: 2048,
    algorithm: 'sha256',
    notBeforeDate: new Date(now.getTime() - 86_400_000),
    notAfterDate: new Date(now.getTime() + DAYS * 86_400_000),
    extensions: [
      { name: 'basicConstraints', cA: false, critical: true },
      { name: 'keyUsage', digitalSignature: true, keyEncipherment: true, critical: true },
      { name: 'extKeyUsage', serverAuth: true },
      { name: 'subjectAltName', altNames: addresses.map((ip) => ({ type: 7, ip })) },
    ],
  });
  mkdirSync(folder, { recursive: true, mode: 0o700 });
  writeFileSync(keyFile, made.private, { mode: 0o600 });
  writeFileSync(certFile, made.cert);
  return { key: made.private, cert: made.cert, fingerprint: new X509Certificate(made.cert).fingerprint256 };
}
