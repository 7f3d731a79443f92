import { useQuery } from '@tanstack/react-query';
import type { ShopView } from '@tribos/contract';
import { api } from '../kit/api.js';
import { keys } from '../kit/queries.js';
import { USUAL_LABEL, type LabelSize } from './label.js';

/** Size of the shop’s labels; the usual one until it is known. */
export function useLabelSize(): LabelSize {
  const { data } = useQuery({ queryKey: keys.shop, queryFn: () => api.get<ShopView>('/shop') });
  return data?.label ?? USUAL_LABEL;
}
