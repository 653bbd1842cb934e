import { tryDoor } from '@/services';
import { RehearsalScreen } from '@/ui/bay/rehearse';

export const metadata = { title: 'Try a door' };
export const dynamic = 'force-dynamic';

/** Open to anybody: a made-up door, nothing of the shop, nothing kept. */
export default function TryRoute() {
  return <RehearsalScreen view={tryDoor()} />;
}
