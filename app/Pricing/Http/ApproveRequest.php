<?php

declare(strict_types=1);

namespace App\Pricing\Http;

use App\Accounts\Models\Workspace;
use App\Catalogue\Prices\HandPriceTerm;
use App\Support\Http\AmountField;
use Illuminate\Foundation\Http\FormRequest;
use Wrasse\Core\Money\Currency;

final class ApproveRequest extends FormRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'approvals' => ['required', 'array', 'max:'.ApprovalController::MOST],
            'approvals.*.id' => ['required', 'integer'],
            'approvals.*.seen' => ['required', 'string', 'max:40'],
            'approvals.*.price' => ['nullable', 'string', 'max:40'],
            'undo_seconds' => ['sometimes', 'integer', 'between:0,60'],
        ];
    }

    /**
     * @return array<int, array{seen: int, price: int}> by approval: the proposal that was looked at and the price that
     *     is wanted, in minor units
     */
    public function prices(Currency $currency): array
    {
        /** @var list<array{id: int, seen: string, price?: string|null}> $approvals */
        $approvals = $this->validated('approvals');
        $prices = [];
        foreach ($approvals as $i => $one) {
            $seen = AmountField::read("approvals.{$i}.seen", $one['seen'], $currency);
            $wanted = trim($one['price'] ?? '');
            $prices[(int) $one['id']] = [
                'seen' => $seen,
                'price' => $wanted === '' ? $seen : AmountField::read("approvals.{$i}.price", $wanted, $currency),
            ];
        }

        return $prices;
    }

    /** What ends a price that is other than proposed. */
    public function term(Workspace $workspace): HandPriceTerm
    {
        return HandPriceTerm::wanted($workspace, $this->only(['stands', 'hours']));
    }
}
