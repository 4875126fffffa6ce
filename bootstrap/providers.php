<?php

return [
    App\Platform\PlatformServiceProvider::class,
];
