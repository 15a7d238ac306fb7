import type { RuleDocument } from '@/api/client';
import { InlineButton } from '@/ui/InlineButton';
import { Popup } from '@/ui/Popup';
import { clsx } from 'clsx';
import { useEffect, useRef } from 'react';
import { Panel } from './Panel';
import { PART_NAMES, sentence, type Part } from './sentence';

/** A figure and its percent sign stay on one line. */
const together = (text: string) => text.replaceAll(' %', '\u00a0%');

/** The rule as a paragraph whose underlined pieces open in place. */
export function Sentence({ document, errors }: { document: RuleDocument; errors: Partial<Record<Part, string>> }) {
    const pieces = sentence(document, null);
    const paragraph = useRef<HTMLParagraphElement>(null);
    const parts = pieces.filter((piece) => typeof piece !== 'string').length;
    const before = useRef(parts);
    // Whoever removed a piece with the keyboard stands on the sentence, not nowhere.
    useEffect(() => {
        if (parts < before.current) paragraph.current?.focus();
        before.current = parts;
    }, [parts]);
    return (
        <p ref={paragraph} tabIndex={-1} className="max-w-[62ch] text-[17px] leading-[1.95] text-text-2 outline-none">
            {pieces.map((piece, index) =>
                typeof piece === 'string' ? (
                    <span key={index}>{together(piece)}</span>
                ) : (
                    <Popup
                        key={piece.part}
                        label={PART_NAMES[piece.part]}
                        trigger={
                            <InlineButton
                                className={clsx(
                                    'rounded-sm border-b-2 box-decoration-clone px-0.5 pb-px text-text hover:bg-stripe-soft data-[state=open]:bg-stripe-soft',
                                    errors[piece.part] ? 'border-broken bg-broken-soft' : 'border-stripe',
                                )}
                            >
                                {together(piece.says) || '…'}
                            </InlineButton>
                        }
                    >
                        <Panel part={piece.part} />
                    </Popup>
                ),
            )}
        </p>
    );
}
