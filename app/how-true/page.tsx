import type { Metadata } from 'next';
import { HowTrue } from '@/ui/howtrue/HowTrue';

export const metadata: Metadata = { title: 'How true is this' };

export default function Page() {
  return <HowTrue />;
}
