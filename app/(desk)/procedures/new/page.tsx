import { NewProcedure } from '@/ui/desk/recorder/new-procedure';

export const metadata = { title: 'New procedure' };

export default function NewProcedurePage() {
  return <NewProcedure />;
}
