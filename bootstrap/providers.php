<?php

// The capabilities, each above those that it may know: tests/Architecture/Directions.php holds the same order.
return [
    App\Platform\PlatformServiceProvider::class,
    App\Topology\TopologyServiceProvider::class,
    App\Signals\SignalsServiceProvider::class,
    App\Rota\RotaServiceProvider::class,
    App\Incidents\IncidentsServiceProvider::class,
    App\Paging\PagingServiceProvider::class,
    App\Updates\UpdatesServiceProvider::class,
    App\Tickets\TicketsServiceProvider::class,
    App\Changes\ChangesServiceProvider::class,
    App\Desk\DeskServiceProvider::class,
];
