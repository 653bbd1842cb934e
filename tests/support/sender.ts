import { HOME } from '@/data';
import type { Sender } from '@/services';

/** A browser on the machine that serves, on loopback. */
export const HERE: Sender = { address: '127.0.0.1', isLocal: true, device: null };

/** A device somewhere on the shop's network that nobody let in. */
export const elsewhere = (address = '10.0.0.9'): Sender => ({ address, isLocal: false, device: null });

/** A tablet that was let in. */
export const tablet = (id: string, name = 'Bay 1', address = '10.0.0.7'): Sender => ({
  address,
  isLocal: false,
  device: { id, name, branch: HOME },
});
