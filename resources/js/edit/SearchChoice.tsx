import { t } from '@/messages/message';
import { Command } from 'cmdk';
import { ChevronDown } from 'lucide-react';
import { Popover } from 'radix-ui';
import { useId, useState } from 'react';

interface Props {
    label: string;
    value: string;
    options: readonly (readonly [string, string])[];
    onChange: (value: string) => void;
    className?: string;
    hideLabel?: boolean;
}

/** Each word that was typed stands somewhere in it, in any order. */
export const hasWords = (option: string, typed: string) =>
    typed
        .toLowerCase()
        .split(/\s+/)
        .every((word) => option.toLowerCase().includes(word))
        ? 1
        : 0;

/** One of many, found by typing some of its letters. Enter takes it, Escape leaves what was there. */
export function SearchChoice({ label, value, options, onChange, className, hideLabel = false }: Props) {
    const id = useId();
    const [open, setOpen] = useState(false);
    const shown = options.find(([option]) => option === value)?.[1] ?? value;
    return (
        <div className={className}>
            <span id={id} className={hideLabel ? 'sr-only' : 'mb-1 block text-text-2'}>
                {label}
            </span>
            <Popover.Root open={open} onOpenChange={setOpen}>
                <Popover.Trigger
                    type="button"
                    aria-labelledby={`${id} ${id}-value`}
                    className="flex h-8 w-full items-center justify-between rounded-md border border-line-2 bg-sheet px-2 text-left"
                >
                    <span id={`${id}-value`} className="truncate">
                        {shown}
                    </span>
                    <ChevronDown size={14} aria-hidden="true" className="text-text-2" />
                </Popover.Trigger>
                <Popover.Portal>
                    <Popover.Content
                        align="start"
                        sideOffset={4}
                        collisionPadding={12}
                        aria-label={label}
                        className="z-50 w-(--radix-popover-trigger-width) min-w-64 rounded-md border border-line-2 bg-sheet p-1.5 shadow-[0_6px_24px_rgb(19_33_58/0.12)]"
                    >
                        <Command label={label} filter={hasWords} defaultValue={shown}>
                            <Command.Input
                                placeholder={t('edit.typeToFind')}
                                className="h-8 w-full border-b border-line bg-transparent px-2 placeholder:text-text-3 focus-visible:outline-none"
                            />
                            <Command.List className="max-h-64 overflow-auto pt-1">
                                <Command.Empty className="px-2 py-2 text-text-2">
                                    {t('edit.nothingIsCalledThat')}
                                </Command.Empty>
                                {options.map(([option, words]) => (
                                    <Command.Item
                                        key={option}
                                        value={words}
                                        onSelect={() => {
                                            onChange(option);
                                            setOpen(false);
                                        }}
                                        className="cursor-pointer truncate rounded px-2 py-1 data-[selected=true]:bg-stripe-soft"
                                    >
                                        {words}
                                    </Command.Item>
                                ))}
                            </Command.List>
                        </Command>
                    </Popover.Content>
                </Popover.Portal>
            </Popover.Root>
        </div>
    );
}
