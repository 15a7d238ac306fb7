import { useRivals } from '../queries';

/** Sellers that have been seen, to choose from while typing. */
export function SellerNames() {
    const rivals = useRivals();
    return (
        <datalist id="known-sellers">
            {rivals.data?.map((rival) => (
                <option key={`${rival.channel}${rival.seller}`} value={rival.seller}>
                    {rival.name}, {rival.channel}
                </option>
            ))}
        </datalist>
    );
}
