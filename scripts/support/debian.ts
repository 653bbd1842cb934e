import { existsSync } from 'node:fs';
import { runLogged } from './command';
import { PlainFailure, say } from './project';

/** Installs Debian packages where `isThere` says they are missing. Asks sudo when not root. */
export async function ensurePackages(packages: string[], isThere: () => boolean): Promise<void> {
  if (isThere()) return;
  say(`Installing ${packages.join(', ')} from Debian…`);
  const asRoot = process.getuid?.() === 0 ? [] : ['sudo'];
  const apt = (args: string[]): [string, string[]] => {
    const line = [...asRoot, 'env', 'DEBIAN_FRONTEND=noninteractive', 'apt-get', ...args];
    return [line[0], line.slice(1)];
  };
  try {
    // Package lists may be old or absent on a fresh machine; a failed update still lets cached packages install.
    await runLogged('apt-update.log', ...apt(['update', '-q'])).catch(() => undefined);
    await runLogged('apt-install.log', ...apt(['install', '-y', '-q', '--no-install-recommends', ...packages]));
  } catch (error) {
    throw new PlainFailure(`The package ${packages.join(', ')} could not be installed.\n${(error as Error).message}`);
  }
  if (!isThere()) throw new PlainFailure(`${packages.join(', ')} was installed, but is still not found.`);
}

/** Debian's Chromium, for the browser tests and the screenshots. */
export const CHROMIUM = '/usr/bin/chromium';
export const ensureChromium = () => ensurePackages(['chromium'], () => existsSync(CHROMIUM));
