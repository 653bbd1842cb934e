import { NewJob } from '@/ui/jobs';

export const metadata = { title: 'New job' };

export default function NewJobPage() {
  return <NewJob />;
}
