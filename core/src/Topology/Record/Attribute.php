<?php

declare(strict_types=1);

namespace Skarvo\Topology\Record;

use Skarvo\Json\Document;
use Skarvo\Json\ErrorCode;
use Skarvo\Value\Must;

/** Something that is recorded of items of one type. */
final readonly class Attribute
{
    private const MOST_TEXT = 1000;

    private const NAME = '/^[a-z][a-z0-9_]{0,39}$/D';

    /**
     * @param  string  $name  as files and scans call it: small letters, digits and underscores
     * @param  string  $label  as people read it
     * @param  list<string>  $choices  of a choice
     * @param  list<int>|null  $remind  of a date that ends something: how many days ahead to remind, largest first
     * @param  string|null  $early  of a date by which acting early pays, such as a discount: the date of the same type that it comes before
     *
     * @throws \DomainException if it cannot be so
     */
    public function __construct(
        public string $name,
        public string $label,
        public AttributeKind $kind = AttributeKind::Text,
        public array $choices = [],
        public ?array $remind = null,
        public ?string $early = null,
    ) {
        Must::hold(preg_match(self::NAME, $name) === 1, 'An attribute has a name of small letters, digits and underscores.');
        Must::name($label, 'What people read');
        Must::hold($kind !== AttributeKind::Choice || $choices !== [], 'A choice has choices.');
        Must::hold(
            ($remind === null && $early === null) || $kind === AttributeKind::Date,
            'Only a date can be reminded of, or come before another.',
        );
    }

    /** Reads one of a type's attributes; what is wrong is noted in the document. */
    public static function read(Document $document, mixed $value, string $at): ?self
    {
        $fields = $document->fields($value, $at, ['name', 'label', 'kind'], ['choices', 'remind', 'early']);
        if ($fields === null || ! isset($fields['name'], $fields['label'], $fields['kind'])) {
            return null;
        }
        $name = $document->text($fields['name'], "$at/name");
        if ($name !== null && (preg_match(self::NAME, $name) !== 1 || in_array($name, RecordFields::BUILT_IN, true))) {
            $name = $document->refuse(
                ErrorCode::OutOfRange, "$at/name",
                "An attribute's name has small letters, digits and underscores, begins with a letter, and is none of: "
                    .implode(', ', RecordFields::BUILT_IN).'.',
            );
        }
        $label = $document->text($fields['label'], "$at/label");
        if ($label !== null && (trim($label) === '' || mb_strlen($label) > 60)) {
            $label = $document->refuse(ErrorCode::OutOfRange, "$at/label", 'Name it as people should read it, in 60 characters at most.');
        }
        $kind = $document->word($fields['kind'], "$at/kind", AttributeKind::class);
        $choices = self::choices($document, $fields['choices'] ?? [], "$at/choices");
        if ($kind === AttributeKind::Choice && $choices === []) {
            $kind = $document->refuse(ErrorCode::MissingField, "$at/choices", 'Give the choices.');
        }
        $remind = array_key_exists('remind', $fields)
            && $fields['remind'] !== null ? self::days($document, $fields['remind'], "$at/remind") : null;
        if ($remind !== null && $kind !== AttributeKind::Date) {
            $remind = $document->refuse(ErrorCode::OutOfRange, "$at/remind", 'Only of a date can one be reminded.');
        }

        $early = isset($fields['early']) ? $document->text($fields['early'], "$at/early") : null;
        if ($early !== null && $kind !== AttributeKind::Date) {
            $early = $document->refuse(ErrorCode::OutOfRange, "$at/early", 'Only a date can come before another.');
        }

        return $name === null || $label === null || $kind === null ? null : new self($name, trim($label), $kind, $choices, $remind, $early);
    }

    /** @return list<string> */
    private static function choices(Document $document, mixed $value, string $at): array
    {
        $choices = [];
        foreach ($document->list($value, $at) ?? [] as $i => $choice) {
            $text = $document->text($choice, "$at/$i");
            if ($text !== null && trim($text) !== '') {
                $choices[] = trim($text);
            }
        }

        return array_values(array_unique($choices));
    }

    /** @return list<int> */
    private static function days(Document $document, mixed $value, string $at): array
    {
        $days = [];
        foreach ($document->list($value, $at) ?? [] as $i => $day) {
            $number = $document->integer($day, "$at/$i", 0, 1000);
            if ($number !== null) {
                $days[] = $number;
            }
        }
        rsort($days);

        return array_values(array_unique($days));
    }

    /**
     * @param  string  $text  not empty
     * @param  Directory  $directory  who there is
     * @return string the value as it is kept
     *
     * @throws BadValue
     */
    public function check(string $text, Directory $directory): string
    {
        return match ($this->kind) {
            AttributeKind::Text => mb_strlen($text) <= self::MOST_TEXT
                ? $text
                : throw new BadValue("$this->label is longer than ".self::MOST_TEXT.' characters. Shorten it.'),
            AttributeKind::Number => preg_match('/^-?\d{1,15}(?:\.\d{1,9})?$/D', $text) === 1
                ? $text
                : throw new BadValue("$this->label must be a number such as 12 or 0.5, not \"$text\"."),
            AttributeKind::Date => RecordFields::isDate($text)
                ? $text
                : throw new BadValue("$this->label must be a date such as 2026-09-30, not \"$text\"."),
            AttributeKind::Choice => $this->choice($text),
            AttributeKind::Person => $directory->person($text) ?? throw new BadValue(
                "$this->label: nobody is called \"$text\". Use a person's id, name or mail address.",
            ),
            AttributeKind::Team => $directory->team($text) ?? throw new BadValue(
                "$this->label: there is no team \"$text\". Use a team's id or name.",
            ),
        };
    }

    private function choice(string $text): string
    {
        foreach ($this->choices as $choice) {
            if (mb_strtolower($choice) === mb_strtolower($text)) {
                return $choice;
            }
        }
        throw new BadValue("$this->label is one of: ".implode(', ', $this->choices).". It cannot be \"$text\".");
    }

    /** @return array{name: string, label: string, kind: string, choices?: list<string>, remind?: list<int>, early?: string} */
    public function toArray(): array
    {
        return [
            'name' => $this->name, 'label' => $this->label, 'kind' => $this->kind->value,
            ...($this->choices === [] ? [] : ['choices' => $this->choices]),
            ...($this->remind === null ? [] : ['remind' => $this->remind]),
            ...($this->early === null ? [] : ['early' => $this->early]),
        ];
    }
}
