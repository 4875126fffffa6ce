<?php

declare(strict_types=1);

namespace Tests\Architecture;

use PHPat\Selector\Selector;
use PHPat\Test\Builder\Rule;
use PHPat\Test\PHPat;

/** Dependencies point one way: app knows core, and core knows neither app nor a framework. */
final class CoreStandsAlone
{
    public function testCoreKnowsNoFramework(): Rule
    {
        return PHPat::rule()
            ->classes(Selector::inNamespace('Skarvo'))
            ->canOnly()->dependOn()
            // Besides itself, only what PHP brings: classes without a namespace.
            ->classes(Selector::inNamespace('Skarvo'), Selector::classname('/^[^\\\\]+$/', true))
            ->because('the rules of the job are plain PHP, so that they are tested and replayed by themselves');
    }
}
