import { Problem } from '@/api/client';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { createMemoryRouter, RouterProvider } from 'react-router';
import { beforeEach, expect, it, vi } from 'vitest';
import { page, userEvent } from 'vitest/browser';
import { render } from 'vitest-browser-react';
import { z } from 'zod';
import '../../css/app.css';
import { EditForm } from './EditForm';
import { FigureField, TextField } from './fields';
import { LeaveGuard } from './LeaveGuard';
import { amountReader, currencyFormat } from './reading';
import { figure, resolverOf, text } from './schemas';
import { useEditForm } from './useEditForm';

interface Saved {
    name: string;
    price: string;
}

interface Server {
    /** As others may have saved it. */
    values: Saved;
    version: number;
}

type Save = (wanted: Saved, version: number | undefined) => Promise<Saved>;

const reader = amountReader(currencyFormat('EUR'));
const resolver = resolverOf(z.object({ name: text(20), price: figure(reader) }));

function Form({ server, save, onConflict }: { server: Server; save: Save; onConflict?: () => void }) {
    const edit = useEditForm({
        name: 'thing',
        current: server.values,
        version: server.version,
        resolver,
        save: (wanted: Saved, version) => save(wanted, version),
        onConflict,
    });
    return (
        <EditForm edit={edit} save="Save" label={(path) => `The ${path}`}>
            <TextField name="name" label="Name" />
            <FigureField name="price" label="Price" reader={reader} unit="€" />
        </EditForm>
    );
}

/** The form, in a place that can be left for another one. */
function place(server: Server, save: Save, onConflict?: () => void) {
    const router = createMemoryRouter(
        [
            {
                path: '/',
                element: (
                    <>
                        <Form server={server} save={save} onConflict={onConflict} />
                        <LeaveGuard />
                    </>
                ),
            },
            { path: '/elsewhere', element: <p>Another place</p> },
        ],
        { initialEntries: ['/'] },
    );
    return { router, element: <RouterProvider router={router} /> };
}

const within = (element: React.ReactNode) => (
    <QueryClientProvider client={new QueryClient()}>{element}</QueryClientProvider>
);

const AT_FIRST: Server = { values: { name: 'Crock', price: '24.90' }, version: 3 };
const name = () => page.getByRole('textbox', { name: 'Name' });
const price = () => page.getByRole('textbox', { name: 'Price' });
const saveButton = () => page.getByRole('button', { name: 'Save', exact: true });

async function retype(field: ReturnType<typeof name>, typed: string) {
    await userEvent.tripleClick(field);
    await userEvent.keyboard(typed);
}

beforeEach(() => window.sessionStorage.clear());

it('saves what was read, with the version it began from, when Enter is pressed', async () => {
    const save = vi.fn<Save>(async (wanted) => wanted);
    await render(within(place(AT_FIRST, save).element));
    await expect.element(saveButton()).toBeDisabled();
    await retype(price(), '1.299,00{Enter}');
    await vi.waitFor(() => expect(save).toHaveBeenCalledWith({ name: 'Crock', price: '1299.00' }, 3));
    await expect.element(saveButton()).toBeDisabled();
});

it('does not save what cannot be read, and says why beside it', async () => {
    const save = vi.fn<Save>(async (wanted) => wanted);
    await render(within(place(AT_FIRST, save).element));
    await retype(price(), 'ten{Enter}');
    await expect.element(page.getByText('An amount such as 25.90.')).toBeInTheDocument();
    await retype(name(), '{Backspace}{Enter}');
    await expect.element(page.getByText('Needed.')).toBeInTheDocument();
    expect(save).not.toHaveBeenCalled();
});

it('follows the server while nothing is typed, and takes over what others change elsewhere', async () => {
    const save = vi.fn<Save>(async (wanted) => wanted);
    const shown = await render(within(<Form server={AT_FIRST} save={save} />));
    await shown.rerender(within(<Form server={{ values: { name: 'Jar', price: '24.90' }, version: 4 }} save={save} />));
    await expect.element(name()).toHaveValue('Jar');
    await retype(price(), '19,90');
    await shown.rerender(within(<Form server={{ values: { name: 'Jug', price: '24.90' }, version: 5 }} save={save} />));
    await expect.element(name()).toHaveValue('Jug');
    await expect.element(price()).toHaveValue('19,90');
    await userEvent.click(saveButton());
    await vi.waitFor(() => expect(save).toHaveBeenCalledWith({ name: 'Jug', price: '19.90' }, 5));
});

it.each(['mine', 'theirs'] as const)('lets a person settle what two changed in the same place: %s', async (whose) => {
    const save = vi.fn<Save>(async (wanted) => wanted);
    const shown = await render(within(<Form server={AT_FIRST} save={save} />));
    await retype(price(), '19.90');
    await shown.rerender(
        within(<Form server={{ values: { name: 'Crock', price: '21.00' }, version: 4 }} save={save} />),
    );
    await expect.element(page.getByText('The price was changed by someone else')).toBeInTheDocument();
    await expect.element(price()).toHaveValue('19.90');
    await expect.element(saveButton()).toBeDisabled();
    await retype(name(), 'Crock 5 l');
    await userEvent.click(page.getByRole('button', { name: whose === 'mine' ? 'Keep mine' : 'Take theirs' }));
    await userEvent.click(saveButton());
    const wanted = { name: 'Crock 5 l', price: whose === 'mine' ? '19.90' : '21.00' };
    await vi.waitFor(() => expect(save).toHaveBeenCalledWith(wanted, 4));
});

it('saves once more by itself where someone was faster but is not in the way', async () => {
    const save = vi
        .fn<Save>()
        .mockRejectedValueOnce(new Problem(409, 'Changed by someone else meanwhile', null, {}))
        .mockImplementation(async (wanted) => wanted);
    const news: { tell?: () => void } = {};
    const shown = await render(within(<Form server={AT_FIRST} save={save} onConflict={() => news.tell?.()} />));
    news.tell = () =>
        void shown.rerender(
            within(<Form server={{ values: { name: 'Jar', price: '24.90' }, version: 4 }} save={save} />),
        );
    await retype(price(), '19.90{Enter}');
    await vi.waitFor(() => expect(save).toHaveBeenLastCalledWith({ name: 'Jar', price: '19.90' }, 4));
});

it('takes what comes back while it saves for its own, and shows no old value in between', async () => {
    let answer: (saved: Saved) => void = () => undefined;
    const save = vi.fn<Save>(() => new Promise((resolve) => (answer = resolve)));
    const shown = await render(within(<Form server={AT_FIRST} save={save} />));
    await retype(price(), '19,9{Enter}');
    await vi.waitFor(() => expect(save).toHaveBeenCalled());
    const news = { values: { name: 'Crock', price: '19.90' }, version: 4 };
    await shown.rerender(within(<Form server={news} save={save} />));
    await expect.element(page.getByText('was changed by someone else')).not.toBeInTheDocument();
    await expect.element(price()).toHaveValue('19,9');
    answer({ name: 'Crock', price: '19.90' });
    await expect.element(price()).toHaveValue('19.90');
    await expect.element(saveButton()).toBeDisabled();
});

it('keeps what was saved where the server has not told of it yet', async () => {
    const save = vi.fn<Save>(async (wanted) => wanted);
    const shown = await render(within(<Form server={AT_FIRST} save={save} />));
    await retype(price(), '19,9{Enter}');
    await expect.element(saveButton()).toBeDisabled();
    await shown.rerender(within(<Form server={{ ...AT_FIRST }} save={save} />));
    await expect.element(price()).toHaveValue('19,9');
    await shown.rerender(
        within(<Form server={{ values: { name: 'Crock', price: '19.90' }, version: 4 }} save={save} />),
    );
    await expect.element(price()).toHaveValue('19.90');
});

it('keeps what is typed when saving fails, and says so', async () => {
    const save = vi.fn<Save>().mockRejectedValue(new Problem(503, 'This took too long', 'Nothing was changed.', {}));
    await render(within(place(AT_FIRST, save).element));
    await retype(price(), '19.90{Enter}');
    await expect.element(page.getByText('Nothing was changed.')).toBeInTheDocument();
    await expect.element(price()).toHaveValue('19.90');
    await expect.element(saveButton()).toBeEnabled();
});

it('shows what the server refuses at its field', async () => {
    const save = vi
        .fn<Save>()
        .mockRejectedValue(new Problem(422, 'Some fields need attention', null, { price: ['Below the floor 22.60.'] }));
    await render(within(place(AT_FIRST, save).element));
    await retype(price(), '19.90{Enter}');
    await expect.element(price()).toHaveAccessibleDescription('Below the floor 22.60.');
});

it('brings unsaved work back after a reload', async () => {
    const save = vi.fn<Save>(async (wanted) => wanted);
    const shown = await render(within(place(AT_FIRST, save).element));
    await retype(price(), '1.299,00');
    await vi.waitFor(() => expect(window.sessionStorage.getItem('wrasse:draft:thing')).toContain('1.299,00'));
    await shown.unmount();
    await render(within(place(AT_FIRST, save).element));
    await expect.element(price()).toHaveValue('1.299,00');
    await expect.element(page.getByText('were not saved; here they are again')).toBeInTheDocument();
    await userEvent.click(page.getByRole('button', { name: 'Discard them' }));
    await expect.element(price()).toHaveValue('24.90');
    await vi.waitFor(() => expect(window.sessionStorage.getItem('wrasse:draft:thing')).toBeNull());
});

it('asks before unsaved work is left', async () => {
    const save = vi.fn<Save>(async (wanted) => wanted);
    const { router, element } = place(AT_FIRST, save);
    await render(within(element));
    await retype(price(), '19.90');
    void router.navigate('/elsewhere');
    await expect.element(page.getByRole('dialog', { name: 'Leave without saving?' })).toBeInTheDocument();
    await userEvent.click(page.getByRole('button', { name: 'Stay' }));
    await expect.element(price()).toHaveValue('19.90');
    void router.navigate('/elsewhere');
    await userEvent.click(page.getByRole('button', { name: 'Leave without saving' }));
    await expect.element(page.getByText('Another place')).toBeInTheDocument();
    expect(window.sessionStorage.getItem('wrasse:draft:thing')).toBeNull();
});
