import type { Lookups } from '#contract/schemas/list';
import { useGetMeQuery } from '../../app/api';
import { useSaveListEntryMutation } from '../../app/lists/api';
import { useSay } from '../../ui/Toasts';

/**
 * Adds a product while a deal is booked, for who may; a name is never added by a slip of the hand.
 * Returns what the chooser offers (undefined: nothing) and what to do with a chosen name.
 */
export function useAddProduct(products: Lookups['products']) {
  const { data: me } = useGetMeQuery();
  const [save] = useSaveListEntryMutation();
  const say = useSay();
  const mayAdd = me?.role === 'administrator';
  const isKnown = (name: string) =>
    products.some((each) => each.name.toLowerCase() === name.toLowerCase());
  return {
    addLabel: mayAdd ? 'Add to the products:' : undefined,
    addUnknown: async (name: string) => {
      if (!mayAdd || name === '' || isKnown(name)) return;
      const result = await save({ list: 'product', id: null, entry: { name } });
      if (!result.error) say(`${name} is added to the products.`);
    },
  };
}
