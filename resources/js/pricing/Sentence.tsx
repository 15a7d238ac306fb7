import type { RuleDocument } from '@/api/client';
import { InlineButton } from '@/ui/InlineButton';
import { Popup } from '@/ui/Popup';
import { clsx } from 'clsx';
import { Panel } from './Panel';
import { sentence, type Part } from './sentence';

/** A figure and its percent sign stay on one line. */
const together = (text: string) => text.replaceAll(' %', '\u00a0%');

/** The rule as a paragraph whose underlined pieces open in place. */
export function Sentence({
    document,
    onChange,
    errors,
}: {
    document: RuleDocument;
    onChange: (document: RuleDocument) => void;
    errors: Partial<Record<Part, string>>;
}) {
    return (
        <p className="max-w-[62ch] text-[17px] leading-[1.95] text-text-2">
            {sentence(document, null).map((piece, index) =>
                typeof piece === 'string' ? (
                    <span key={index}>{together(piece)}</span>
                ) : (
                    <Popup
                        key={index}
                        label={piece.part}
                        trigger={
                            <InlineButton
                                className={clsx(
                                    'rounded-sm border-b-2 box-decoration-clone px-0.5 pb-px text-text hover:bg-stripe-soft data-[state=open]:bg-stripe-soft',
                                    errors[piece.part] ? 'border-broken bg-broken-soft' : 'border-stripe',
                                )}
                            >
                                {together(piece.says)}
                            </InlineButton>
                        }
                    >
                        <Panel part={piece.part} document={document} onChange={onChange} error={errors[piece.part]} />
                    </Popup>
                ),
            )}
        </p>
    );
}
