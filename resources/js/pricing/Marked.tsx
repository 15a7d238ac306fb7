import type { RuleDocument } from '@/api/client';
import { differences } from './differences';
import { asText, whole } from './sentence';

/** A rule as its sentence, with the words marked that another does not have there. */
export function Marked({ document, against }: { document: RuleDocument; against: RuleDocument }) {
    return (
        <p className="text-text-2">
            {differences(asText(whole(against, null)), asText(whole(document, null))).map((part, index) =>
                part.isNew ? (
                    <mark key={index} className="bg-yours-soft text-text">
                        {part.text}
                    </mark>
                ) : (
                    <span key={index}>{part.text}</span>
                ),
            )}
        </p>
    );
}
