import { KeptPages } from '@/ui/design/kept-pages';

export const metadata = { title: 'No connection' };

export default function OfflinePage() {
  return <KeptPages />;
}
