<?php

declare(strict_types=1);

namespace App\Channels;

/** What is entered into a field of a connection. */
enum FieldType: string
{
    case Text = 'text';
    /** A web address; secrets of the connection belong to its origin. */
    case Address = 'address';
    /** The name of a server; secrets of the connection belong to it. */
    case Host = 'host';
    case Port = 'port';
    case Email = 'email';
    case Folder = 'folder';
    /** SHA-256 of a host key, as OpenSSH shows it. */
    case Fingerprint = 'fingerprint';
    case Choice = 'choice';
    /** Never told again. */
    case Secret = 'secret';
    /** A secret of several lines. */
    case SecretText = 'secret_text';

    public function isSecret(): bool
    {
        return $this === self::Secret || $this === self::SecretText;
    }

    /** Whether it says which server is called, or by which way: secrets belong to that. */
    public function leadsToServer(): bool
    {
        return in_array($this, [self::Address, self::Host, self::Port, self::Choice], true);
    }

    /** @return list<string> rules of the validator */
    public function rules(): array
    {
        return match ($this) {
            self::Text => ['string', 'max:100'],
            self::Address => ['string', 'max:500'],
            self::Host => ['string', 'max:253'],
            self::Port => ['integer', 'between:1,65535'],
            self::Email => ['email:rfc', 'max:200'],
            self::Folder => ['string', 'max:300', 'not_regex:#(^|/)\.\.(/|$)#'],
            self::Fingerprint => ['string', 'regex:/^SHA256:[A-Za-z0-9+\/]{43}=?$/D'],
            self::Choice => ['string'],
            self::Secret => ['string', 'max:500'],
            self::SecretText => ['string', 'max:10000'],
        };
    }
}
