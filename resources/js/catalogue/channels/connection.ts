import type { Channel } from '@/api/client';

export type Kind = Channel['kind'];
export type Way = 'folder' | 'email' | 'sftp';

/** What people type of a connection; all texts, sent as they are. */
export interface Connection {
    address: string;
    token: string;
    seller: string;
    way: Way;
    to: string;
    host: string;
    port: string;
    user: string;
    password: string;
    key: string;
    folder: string;
    fingerprint: string;
}

export const KINDS: readonly (readonly [Kind, string])[] = [
    ['marketplace', 'a marketplace: takes prices, shows rivals’ offers'],
    ['shop', 'your own web shop: takes prices and shows them'],
    ['file', 'files: prices leave as CSV, nothing is read back'],
    ['webhook', 'messages: prices leave as signed messages to an address of yours'],
];

export const WAYS: readonly (readonly [Way, string])[] = [
    ['folder', 'to be fetched from here'],
    ['email', 'by e-mail'],
    ['sftp', 'to an SFTP server'],
];

export function connectionOf(channel: Channel | null): Connection {
    const delivery = channel?.delivery;
    return {
        address: channel?.address ?? '',
        token: '',
        seller: '',
        way: delivery?.way ?? 'folder',
        to: delivery?.to ?? '',
        host: delivery?.host ?? '',
        port: delivery?.port ?? '',
        user: delivery?.user ?? '',
        password: '',
        key: '',
        folder: delivery?.folder ?? '',
        fingerprint: delivery?.fingerprint ?? '',
    };
}

/** As the server takes it; what does not belong to that kind is left out. */
export function connectionBody(kind: Kind, from: Connection) {
    if (kind === 'webhook') return { address: from.address };
    if (kind === 'shop') return { address: from.address, token: from.token };
    if (kind === 'marketplace') return { address: from.address, token: from.token, seller: from.seller };
    const { way, to, host, port, user, password, key, folder, fingerprint } = from;
    if (way === 'email') return { delivery: { way, to } };
    return { delivery: way === 'sftp' ? { way, host, port, user, password, key, folder, fingerprint } : { way } };
}

/** Where its prices go, in a few words. */
export function whereTo(channel: Channel): string {
    if (channel.kind === 'webhook') return `signed messages to ${channel.address}`;
    if (channel.kind !== 'file') return channel.address;
    const delivery = channel.delivery;
    if (delivery?.way === 'email') return `CSV files by e-mail to ${delivery.to}`;
    if (delivery?.way === 'sftp')
        return `CSV files to ${delivery.user}@${delivery.host}${delivery.folder ? `, ${delivery.folder}` : ''}`;
    return 'CSV files, to be fetched here';
}
