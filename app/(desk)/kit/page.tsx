import { readKit } from '@/services';
import { KitPage } from '@/ui/desk/my-kit';
import { requirePerson } from '../../session';

export const metadata = { title: 'My kit' };

export default async function KitRoute() {
  return <KitPage kit={await readKit(await requirePerson())} />;
}
