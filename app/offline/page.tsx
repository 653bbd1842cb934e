import { KeptPages } from '@/ui/shell';

export const metadata = { title: 'No connection' };

export default function OfflinePage() {
  return <KeptPages />;
}
