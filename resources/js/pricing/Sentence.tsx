import type { RuleDocument } from '@/api/client';
import { InlineButton } from '@/ui/InlineButton';
import { Popup } from '@/ui/Popup';
import { clsx } from 'clsx';
import { useEffect, useRef } from 'react';
import { guards } from './guards';
import { Panel } from './Panel';
import { PART_NAMES, sentence, type Part, type Piece } from './sentence';

/** A figure and its percent sign stay on one line. */
const together = (text: string) => text.replaceAll(' %', '\u00a0%');

type Errors = Partial<Record<Part, string>>;

/** The rule as a paragraph whose underlined pieces open in place, and its guards as a list beneath. */
export function Sentence({ document, errors }: { document: RuleDocument; errors: Errors }) {
    const guarded = guards(document);
    const box = useRef<HTMLDivElement>(null);
    const before = useRef(guarded.length);
    // Whoever removed a guard with the keyboard stands on the rule, not nowhere.
    useEffect(() => {
        if (guarded.length < before.current) box.current?.focus();
        before.current = guarded.length;
    }, [guarded.length]);
    return (
        <div ref={box} tabIndex={-1} className="max-w-[62ch] text-[17px] leading-[1.95] text-text-2 outline-none">
            <p>
                <Pieces pieces={sentence(document)} errors={errors} />
            </p>
            {guarded.length > 0 && (
                <ul className="mt-1.5 list-disc pl-5 text-[15px] leading-[1.9] marker:text-text-3">
                    {guarded.map((pieces) => (
                        <li key={pieces.find((piece) => typeof piece !== 'string')!.part}>
                            <Pieces pieces={pieces} errors={errors} />
                        </li>
                    ))}
                </ul>
            )}
        </div>
    );
}

function Pieces({ pieces, errors }: { pieces: Piece[]; errors: Errors }) {
    return pieces.map((piece, index) =>
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
    );
}
