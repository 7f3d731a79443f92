import { useQuery } from '@tanstack/react-query';
import type { ShopView } from '@tribos/contract';
import { api } from '../kit/api.js';
import { keys } from '../kit/queries.js';
import { Failed, Loading } from '../ui/index.js';
import { Benches } from './Benches.js';
import { SettingsForm } from './SettingsForm.js';
import { ShopRules } from './ShopRules.js';

/** Rules, money, hours and benches of the shop. */
export function SettingsPage() {
  const { data, error, refetch } = useQuery({
    queryKey: keys.shop,
    queryFn: () => api.get<ShopView>('/shop'),
  });
  if (!data)
    return error ? (
      <Failed error={error} retry={() => void refetch()} />
    ) : (
      <Loading what="the shop’s rules" />
    );
  return (
    <div className="grid items-start gap-4 lg:grid-cols-[1fr_24rem]">
      <SettingsForm key={data.version} shop={data} />
      <div className="grid gap-4">
        <ShopRules shop={data} />
        <Benches shop={data} />
      </div>
    </div>
  );
}
