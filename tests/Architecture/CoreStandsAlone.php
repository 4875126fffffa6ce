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

    public function testTheCommonPartsKnowNoCapability(): Rule
    {
        return PHPat::rule()
            ->classes(Selector::inNamespace('Skarvo\Json'), Selector::inNamespace('Skarvo\Time'))
            ->shouldNot()->dependOn()
            ->classes(
                Selector::inNamespace('Skarvo\Topology'), Selector::inNamespace('Skarvo\Rota'), Selector::inNamespace('Skarvo\Paging'),
                Selector::inNamespace('Skarvo\Signals'), Selector::inNamespace('Skarvo\Incidents'), Selector::inNamespace('Skarvo\Updates'), Selector::inNamespace('Skarvo\Cli'),
            )
            ->because('what all share must not depend on what one of them needs');
    }
}
