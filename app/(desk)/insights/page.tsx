import { viewInsights } from '@/services';
import { Insights } from '@/ui/desk/insights';
import { requirePerson } from '../../session';

export const metadata = { title: 'Insights' };

export default async function InsightsPage() {
  return <Insights view={await viewInsights(await requirePerson())} />;
}
