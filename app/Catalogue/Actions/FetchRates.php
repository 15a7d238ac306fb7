<?php

declare(strict_types=1);

namespace App\Catalogue\Actions;

use App\Accounts\Models\Workspace;
use App\Catalogue\Currencies\PublishedRate;
use App\Catalogue\Currencies\RatesFile;
use App\Channels\Outgoing\ForbiddenAddress;
use App\Channels\Outgoing\OutgoingHttp;
use App\Channels\Outgoing\UnknownHost;
use App\Channels\Outgoing\WebAddress;
use App\Support\Live\Announce;
use App\Support\Live\Topic;
use App\Support\Messages\Message;
use Illuminate\Http\Client\ConnectionException;
use Illuminate\Support\Facades\DB;
use Illuminate\Validation\ValidationException;

/** Fetches a file of rates from the address that a workspace has them from. What that host sends is not repeated. */
final readonly class FetchRates
{
    private const MAX_BYTES = 4_000_000;

    /** Files can reach back decades. */
    private const DAYS = 400;

    public function __construct(private OutgoingHttp $http, private TakeRates $take)
    {
    }

    /** @return list<int> workspaces that have an address for them */
    public static function wanted(): array
    {
        return array_values(
            DB::table('workspaces')->whereNotNull('rates_address')->orderBy('id')->pluck('id')->map(intval(...))->all(),
        );
    }

    /**
     * Within the workspace.
     *
     * @return array{kept: int, used: int, asked: int}|null null where they could not be fetched; the workspace says why
     */
    public function handle(Workspace $workspace): ?array
    {
        $taken = $problem = null;
        try {
            $address = WebAddress::parse((string) $workspace->rates_address);
            $taken = $this->take->handle($workspace->id, $this->rates($workspace, $address->url), $address->host);
        } catch (ForbiddenAddress|UnknownHost $e) {
            $problem = $e->said();
        } catch (ConnectionException) {
            $problem = Message::of('rates_no_answer');
        } catch (ValidationException) {
            $problem = Message::of('rates_no_file');
        }
        $workspace->update(['rates_fetched_at' => now(), 'rates_problem' => $problem]);
        Announce::change($workspace->id, Topic::Workspace);

        return $taken;
    }

    /**
     * @return list<PublishedRate>
     *
     * @throws ConnectionException
     * @throws ValidationException
     */
    private function rates(Workspace $workspace, string $url): array
    {
        $answer = $this->http->request(self::MAX_BYTES)->get($url);
        if (! $answer->successful()) {
            throw new ConnectionException("Status {$answer->status()}");
        }
        $rates = (new RatesFile($workspace->currency))->read($answer->body());
        $oldest = now()->subDays(self::DAYS)->toDateString();

        return array_values(array_filter($rates, fn (PublishedRate $rate) => $rate->day >= $oldest))
            ?: throw ValidationException::withMessages(['file' => 'No rates.']);
    }
}
