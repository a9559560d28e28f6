import type { ReactNode } from 'react';
import type { Option } from '@/core/plan/option/schema';
import { useOption } from '@/ui/job/derived';

/** What stands in an open dialog about the option being looked at: only it follows the option, not the button that opens it. */
export function OfShown({ children }: { children: (option: Option) => ReactNode }) {
  const option = useOption();
  return option && children(option);
}
