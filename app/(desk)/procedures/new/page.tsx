import { NewProcedure } from '@/ui/recorder/new-procedure';

export const metadata = { title: 'New procedure' };

export default function NewProcedurePage() {
  return <NewProcedure />;
}
