import { lazy, Suspense } from 'react';
import { useSearchParams } from 'react-router';

const BatchWindow = lazy(() => import('@/bulk/BatchWindow'));
const ImportFile = lazy(() => import('@/imports/ImportFile'));

/** Windows on bulk changes and files, over whatever place is open; which one stands in the address. */
export function BulkWindows() {
    const [params, setParams] = useSearchParams();
    const batch = params.get('batch');
    const file = params.get('file');
    const of = params.get('of') === 'watches' ? 'watches' : 'listings';
    const show = (next: { batch?: string; file?: string; of?: string }) =>
        setParams(() => {
            const address = new URLSearchParams(window.location.search);
            for (const name of ['batch', 'file', 'of'] as const) {
                address.delete(name);
                const value = next[name];
                if (value) address.set(name, value);
            }
            return address;
        });
    return (
        <Suspense fallback={null}>
            {batch && (
                <BatchWindow
                    key={batch}
                    id={batch}
                    onClose={() => show({})}
                    onColumns={(importId, kind) => show({ file: importId, of: kind === 'watches' ? kind : undefined })}
                />
            )}
            {file && !batch && (
                <ImportFile
                    of={of}
                    importId={file === 'new' ? null : file}
                    onClose={() => show({})}
                    onChecked={(batchId) => show({ batch: batchId })}
                />
            )}
        </Suspense>
    );
}
