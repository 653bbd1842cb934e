import { NewJob } from '@/ui/desk/jobs/new';

export const metadata = { title: 'New job' };

export default function NewJobPage() {
  return <NewJob />;
}
