import { key } from '@/api/keys';
import { api, take, type Channel, type ChannelDriver, type ConnectionField } from '@/api/client';
import { useQuery } from '@tanstack/react-query';

/** What people type of a connection, by the names of its driver's fields; sent as it is. */
export type Connection = Record<string, string | undefined>;

export const useDrivers = () =>
    useQuery({
        queryKey: key('drivers'),
        queryFn: ({ signal }) => take(api.GET('/api/v1/channel-drivers', { signal })),
        staleTime: Infinity,
    });

/** Those fields that are needed with what has been chosen so far. */
export function fieldsThatApply(driver: ChannelDriver, connection: Connection): ConnectionField[] {
    return driver.fields.filter((field) => {
        if (field.when === null) return true;
        const [name, value] = field.when;
        return name !== undefined && chosen(driver, connection, name) === value;
    });
}

/** What a field stands at; of a choice that nobody has made, its first option. */
export function chosen(driver: ChannelDriver, connection: Connection, name: string): string {
    const field = driver.fields.find((one) => one.name === name);
    return connection[name] ?? field?.options[0]?.value ?? '';
}

/** As the server takes it; what does not apply is left out. */
export function connectionSettings(driver: ChannelDriver, connection: Connection): Record<string, string> {
    return Object.fromEntries(
        fieldsThatApply(driver, connection).map((field) => [field.name, chosen(driver, connection, field.name)]),
    );
}

export function connectionOf(channel: Channel | null): Connection {
    return { ...channel?.settings };
}
