<?php

declare(strict_types=1);

namespace Skarvo\Signals\Replay;

use Skarvo\Json\BadInput;
use Skarvo\Json\Document;
use Skarvo\Signals\Condition;
use Skarvo\Signals\Level;
use Skarvo\Time\Instant;

/**
 * Reads signals from lines of JSON, one each: what is sound is read quickly, by what was found sound before; anything
 * else is left to the reader that says what is wrong.
 */
final class SignalLines
{
    /** Identifiers that are remembered as sound. */
    private const REMEMBERED = 50_000;

    private const FIELDS = [
        'at' => true, 'source' => true, 'check' => true, 'condition' => true, 'level' => true, 'item' => true, 'labels' => true,
    ];

    /** @var array<array-key, true> */
    private array $ids = [];

    /** @var array<string, Condition> */
    private array $conditions;

    /** @var array<string, Level> */
    private array $levels;

    private string $lastText = '';

    private Instant $last;

    public function __construct()
    {
        $this->last = Instant::ofSeconds(0);
        $this->conditions = array_combine(array_column(Condition::cases(), 'value'), Condition::cases());
        $this->levels = array_combine(array_column(Level::cases(), 'value'), Level::cases());
    }

    /**
     * @return array{Instant, ReplaySignal}
     *
     * @throws BadInput
     */
    public function read(string $line): array
    {
        return $this->quickly($line) ?? ReplayDocument::readSignal(Document::parse($line));
    }

    /** @return array{Instant, ReplaySignal}|null null if the line is not as most are */
    private function quickly(string $line): ?array
    {
        $row = json_decode($line);
        if (! $row instanceof \stdClass) {
            return null;
        }
        $fields = get_object_vars($row);
        $condition = is_string($fields['condition'] ?? null) ? $this->conditions[$fields['condition']] ?? null : null;
        $level = is_string($fields['level'] ?? null) ? $this->levels[$fields['level']] ?? null : null;
        $source = $this->id($fields['source'] ?? null);
        $check = $this->id($fields['check'] ?? null);
        $item = array_key_exists('item', $fields) ? $this->id($fields['item']) : null;
        $at = $this->instant($fields['at'] ?? null);
        if ($condition === null || $level === null || $source === null || $check === null || $at === null
            || ($item === null && array_key_exists('item', $fields)) || array_diff_key($fields, self::FIELDS) !== []) {
            return null;
        }
        $labels = [];
        if (array_key_exists('labels', $fields)) {
            if (! $fields['labels'] instanceof \stdClass) {
                return null;
            }
            foreach (get_object_vars($fields['labels']) as $name => $label) {
                if (! is_string($label)) {
                    return null;
                }
                $labels[$name] = $label;
            }
        }

        return [$at, new ReplaySignal($at->seconds, $source, $item, $check, $condition, $level, $labels)];
    }

    private function id(mixed $value): ?string
    {
        if (! is_string($value)) {
            return null;
        }
        if (isset($this->ids[$value])) {
            return $value;
        }
        if (! Document::isId($value)) {
            return null;
        }
        if (count($this->ids) < self::REMEMBERED) {
            $this->ids[$value] = true;
        }

        return $value;
    }

    private function instant(mixed $text): ?Instant
    {
        if (! is_string($text)) {
            return null;
        }
        if ($text !== $this->lastText) {
            $at = Instant::parse($text);
            if ($at === null) {
                return null;
            }
            [$this->last, $this->lastText] = [$at, $text];
        }

        return $this->last;
    }
}
