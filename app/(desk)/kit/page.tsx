import { readKit } from '@/services';
import { KitPage } from '@/ui/tools';
import { requirePerson } from '../../session';

export const metadata = { title: 'My kit' };

export default async function KitRoute() {
  return <KitPage kit={await readKit(await requirePerson())} />;
}
