import { KeptPages } from '@/ui/kit/kept-pages';

export const metadata = { title: 'No connection' };

export default function OfflinePage() {
  return <KeptPages />;
}
