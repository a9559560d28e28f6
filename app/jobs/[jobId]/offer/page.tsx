import { OfferPage } from '@/ui/offer/OfferPage';

export default function Page() {
  return <OfferPage />;
}
