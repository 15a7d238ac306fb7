import { t } from '@/messages/message';
import { Button } from '@/ui/Button';
import { Notice } from '@/ui/Notice';
import { Component, type ReactNode } from 'react';

interface Props {
    /** Where this changes, it is tried anew. */
    place: string;
    children: ReactNode;
}

interface State {
    error: unknown;
    place: string;
}

/** What breaks in one place leaves the others standing. */
export class Boundary extends Component<Props, State> {
    override state: State = { error: null, place: this.props.place };

    static getDerivedStateFromError(error: unknown): Partial<State> {
        return { error };
    }

    static getDerivedStateFromProps({ place }: Props, state: State): Partial<State> | null {
        return place === state.place ? null : { error: null, place };
    }

    override render() {
        if (this.state.error === null) return this.props.children;
        return (
            <main className="m-6 max-w-xl">
                <Notice>
                    <b className="block">{t('shell.thisPlaceCannotBeShown')}</b>
                    <p className="my-1">{t('shell.somethingWentWrongOnThis')}</p>
                    <Button onClick={() => window.location.reload()}>{t('shell.loadItAgain')}</Button>
                </Notice>
            </main>
        );
    }
}
