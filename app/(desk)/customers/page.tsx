import { notFound } from 'next/navigation';
import { may, readShop, viewCustomers } from '@/services';
import { Customers } from '@/ui/desk/customers';
import { requirePerson } from '../../session';

export const metadata = { title: 'Customers' };

export default async function CustomersPage() {
  const person = await requirePerson();
  if (!may(person, 'set-up')) notFound();
  const [customers, { settings }] = await Promise.all([viewCustomers(person), readShop(person.branch)]);
  return <Customers customers={customers} keepingMonths={settings.keepingMonths} />;
}
