import { expect } from '@playwright/test';
import { request } from 'node:http';

/** Simulated shops of others: told apart by host name, all at one port of this machine. */
const PORT = Number(process.env.SHOPS_PORT);

interface Answer {
    status: number;
    body: string;
}

function ask(host: string, path: string, method = 'GET', body?: object): Promise<Answer> {
    return new Promise((resolve, reject) => {
        const call = request(
            {
                host: '127.0.0.1',
                port: PORT,
                path,
                method,
                headers: {
                    Host: `${host}:${PORT}`,
                    Authorization: `Bearer ${process.env.MARKET_CONTROL_TOKEN}`,
                },
            },
            (answer) => {
                let text = '';
                answer.on('data', (some: Buffer) => (text += some.toString()));
                answer.on('end', () => resolve({ status: answer.statusCode ?? 0, body: text }));
            },
        );
        call.on('error', reject);
        call.end(body === undefined ? undefined : JSON.stringify(body));
    });
}

export const pageOf = (host: string, sku: string) => `http://${host}:${PORT}/p/${sku.toLowerCase()}`;

/** What a shop sells of our own assortment, by SKU. */
export async function assortment(host: string): Promise<string[]> {
    const { body } = await ask(host, '/sitemap.xml');
    return [...body.matchAll(/\/p\/(kc-[0-9]+)</g)].map(([, sku]) => sku!.toUpperCase());
}

/** Sets a price, in minor units, whether there are any, or a mood of a shop for some seconds. */
export async function setShop(
    wanted: { host: string } & (
        { sku: string; price: number } | { sku: string; stock: boolean } | { name: string; seconds: number }
    ),
) {
    expect((await ask(wanted.host, '/-/control', 'POST', wanted)).status).toBe(204);
}
