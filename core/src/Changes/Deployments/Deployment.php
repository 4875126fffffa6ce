<?php

declare(strict_types=1);

namespace Skarvo\Changes\Deployments;

use Skarvo\Changes\ChangeResult;
use Skarvo\Value\Must;

/** What a delivery pipeline tells of one deployment. */
final readonly class Deployment
{
    /**
     * @param  string  $id  of the sender's, unique with its source
     * @param  string  $service  as the sender names it
     * @param  int|null  $began  seconds since the epoch; null: not told
     * @param  int  $at  likewise: when it was done
     * @param  string|null  $commits  which were brought in, from and to
     * @param  string|null  $author  who made it, as the sender names them
     * @param  string|null  $workItem  for which it was made
     *
     * @throws \DomainException if it cannot be so
     */
    public function __construct(
        public string $id, public string $source, public string $service, public Doing $doing, public ?int $began, public int $at,
        public ?string $environment, public ?string $version, public ?string $commits, public ?string $author,
        public ?string $workItem, public ChangeResult $result,
    ) {
        Must::name($id, 'A deployment');
        Must::name($service, 'A service');
    }

    /** `Deployed boarding-api 4.2.0` */
    public function title(): string
    {
        return $this->doing->words()." $this->service".($this->version === null ? '' : " $this->version");
    }
}
