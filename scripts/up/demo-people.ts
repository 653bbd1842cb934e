import type { Role } from '../../src/data';

/** The invented people of the demo shop, with PINs and passwords that are no secret. */
export const DEMO_SHOP = 'Saltmarsh Car Audio';
export const DEMO_PEOPLE: { id: string; name: string; role: Role; pin: string; password?: string }[] = [
  { id: 'ines-okafor-lind', name: 'Ines Okafor-Lind', role: 'owner', pin: '1001', password: 'saltmarsh-desk' },
  { id: 'tomas-varga', name: 'Tomas Varga', role: 'lead', pin: '2002', password: 'saltmarsh-bench' },
  { id: 'bea-nwosu', name: 'Bea Nwosu', role: 'technician', pin: '3003' },
  { id: 'rui-castellane', name: 'Rui Castellane', role: 'technician', pin: '4004' },
  { id: 'pip-hallam', name: 'Pip Hallam', role: 'trainee', pin: '5005' },
];
