<?php

declare(strict_types=1);

namespace Skarvo\Topology\Scan;

/** What a snapshot says of one item, and what follows. */
final readonly class Finding
{
    /**
     * @param  string  $id  of the item, recorded or to be
     * @param  string|null  $by  the attribute by which it was recognised; null: it is new
     * @param  array<array-key, string>  $said  what the scanner says, by field: the whole of it
     * @param  array<array-key, string>  $saidNew  of that, what it did not say before
     * @param  array<array-key, array{string, string}>  $changes  what counts from now on: from and to, by field
     * @param  array<array-key, array{string, string}>  $contradicts  what a person set, and what the scan says, by field
     * @param  list<string>  $passedOver  what cannot be kept, in sentences
     */
    public function __construct(
        public string $ref,
        public string $id,
        public string $kind,
        public ?string $by,
        public array $said,
        public array $saidNew,
        public array $changes,
        public array $contradicts,
        public array $passedOver,
        public bool $isBack,
    ) {}
}
