import { useState } from 'react';
import { expect, test } from 'vitest';
import { page, userEvent } from 'vitest/browser';
import { render } from 'vitest-browser-react';
import '../../css/app.css';
import { SearchChoice } from './SearchChoice';

const ZONES = [
    ['Europe/Berlin', 'Europe/Berlin'],
    ['America/New_York', 'America/New York'],
    ['America/Argentina/Buenos_Aires', 'America/Argentina/Buenos Aires'],
] as const;

function Zone() {
    const [value, setValue] = useState('Europe/Berlin');
    return (
        <>
            <SearchChoice label="Time zone" value={value} options={ZONES} onChange={setValue} />
            <output>{value}</output>
        </>
    );
}

const button = () => page.getByRole('button', { name: /^Time zone/ });

test('one of many is found by some of its words, and taken with Enter', async () => {
    await render(<Zone />);
    await button().click();
    await userEvent.keyboard('york amer{Enter}');
    await expect.element(page.getByText('America/New_York')).toBeVisible();
    await expect.element(button()).toHaveAccessibleName('Time zone America/New York');
    await expect.element(button()).toHaveFocus();
});

test('Escape leaves what was there, and what does not exist is said', async () => {
    await render(<Zone />);
    await button().click();
    await userEvent.keyboard('atlantis');
    await expect.element(page.getByText('Nothing is called that.')).toBeVisible();
    await userEvent.keyboard('{Escape}');
    await expect.element(page.getByRole('option').first()).not.toBeInTheDocument();
    await expect.element(button()).toHaveAccessibleName('Time zone Europe/Berlin');
});
