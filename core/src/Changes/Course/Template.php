<?php

declare(strict_types=1);

namespace Skarvo\Changes\Course;

/** What was agreed on once for all changes of its kind: a plan that keeps to it needs nobody's word any more. */
final readonly class Template
{
    /**
     * @param  list<string>  $down  ids of items
     * @param  list<string>  $touched
     * @param  string|null  $itemsOf  a kind of items: it may be any of that kind in place of these
     * @param  int  $seconds  how long it may take
     * @param  list<array{text: string, minutes: int|null, check: string|null, back: string|null, no_return: bool}>  $steps
     */
    public function __construct(
        private array $down, private array $touched, private ?string $itemsOf, private int $seconds, private string $backOut,
        private array $steps,
    ) {}

    /**
     * In what a plan does not keep to it.
     *
     * @param  list<string>  $down
     * @param  list<string>  $touched
     * @param  array<array-key, string>  $kinds  of the plan's items, by id
     * @param  list<array{text: string, minutes: int|null, check: string|null, back: string|null, no_return: bool}>  $steps
     * @return list<string> in words; none: it keeps to it
     */
    public function differences(array $down, array $touched, array $kinds, int $seconds, string $backOut, array $steps): array
    {
        $differences = [];
        if ($this->itemsOf === null) {
            if (self::sorted($down) !== self::sorted($this->down) || self::sorted($touched) !== self::sorted($this->touched)) {
                $differences[] = 'its items are others';
            }
        } else {
            // Of each sort as many: what takes down one of them, agreed on, does not take down two.
            if (count($down) !== count($this->down) || count($touched) !== count($this->touched)) {
                $differences[] = 'it is for as many items as the template has';
            }
            foreach ([...$down, ...$touched] as $item) {
                if (($kinds[$item] ?? null) !== $this->itemsOf) {
                    $differences[] = "not all of its items are of the kind $this->itemsOf";

                    break;
                }
            }
        }
        if ($seconds > $this->seconds) {
            $differences[] = 'it takes longer';
        }
        if ($steps !== $this->steps) {
            $differences[] = 'its steps are others';
        }
        if ($backOut !== $this->backOut) {
            $differences[] = 'the way back is another';
        }

        return $differences;
    }

    /**
     * @param  list<string>  $ids
     * @return list<string>
     */
    private static function sorted(array $ids): array
    {
        sort($ids, SORT_STRING);

        return $ids;
    }
}
