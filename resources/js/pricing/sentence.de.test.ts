import { expect, it, vi } from 'vitest';
import { loadLanguage } from '@/messages/language';
import { setLocale } from '@/messages/locale';

vi.stubGlobal('document', { documentElement: {} });

it('reads as a German sentence, in German notation, with its pieces where German has them', async () => {
    await loadLanguage('de');
    setLocale('de-DE');
    const { asText, NEW_DOCUMENT, summary, whole } = await import('./sentence');
    const rule = {
        ...NEW_DOCUMENT,
        position: { move: 'below' as const, percent: '2.5', at_least: '0.05' },
        reference: { of: 'nth' as const, n: 3 },
        ending: { endings: ['.99', '.49'], round: 'down' as const },
        brakes: { max_move_percent: '12', beyond: 'review' as const, max_changes_per_day: 4 },
        approval: 'beyond_percent:8',
    };
    expect(asText(whole(rule, null)).replaceAll('\u00a0', ' ')).toBe(
        'Setze den Preis 2,5 %, mindestens 0,05, unter dem drittniedrigsten Preis mit Versand unter Angeboten im gleichen Zustand. Liegt das unter meiner Untergrenze, nimm meine Untergrenze; liegt es über meiner Obergrenze, nimm meine Obergrenze. Gibt es keine Mitbewerber, behalte den Preis; solange ich die Buy Box habe, ändere den Preis wie sonst. Bewege Preise nach oben und unten. Lass Preise auf .99 oder .49, abgerundet enden. Größte Änderung: 12 %, frage mich bei mehr. Ändere höchstens 4-mal in 24 Stunden. Frage mich bei Änderungen von mehr als 8 %.',
    );
    expect(summary(rule)).toBe('2,5 %, mindestens 0,05, unter dem drittniedrigsten Preis mit Versand');
});
