<?php

declare(strict_types=1);

namespace App\Pricing\Http;

use App\Support\Http\NamesRevision;
use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Support\Facades\Validator;

final class SaveRuleRequest extends FormRequest
{
    use NamesRevision;

    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        $must = $this->isMethod('POST') ? 'required' : 'sometimes';

        return [
            'name' => [$must, 'string', 'max:80'],
            'document' => [$must, 'array'],
            'is_on' => ['sometimes', 'boolean'],
            'settings' => ['sometimes', 'array'],
            'based_on' => ['sometimes', 'integer'],
            'revision' => self::REVISION_RULES,
        ];
    }

    /** @return array<string, mixed> what is to be changed, settings among the rest; the document as it was sent */
    public function fields(): array
    {
        $settings = Validator::make((array) $this->input('settings', []), RuleSettingsSchema::rules())->validate();
        if ($this->has('settings.times')) {
            $settings['times'] = (array) $this->input('settings.times');
        }
        $fields = $this->safe(['name', 'is_on']);
        if ($this->has('document')) {
            $fields['document'] = (array) $this->input('document');
        }

        return [...$fields, ...$settings];
    }

    /** The version that was edited. */
    public function basedOn(): ?int
    {
        $version = $this->validated('based_on');

        return $version === null ? null : (int) $version;
    }
}
