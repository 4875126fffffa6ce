<?php

// Nothing is stored where a browser could ask for it.
return ['disks' => ['local' => ['driver' => 'local', 'root' => storage_path('app/private'), 'serve' => false, 'throw' => false]]];
