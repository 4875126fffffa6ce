<?php

// Pages of other origins ask Skarvo for nothing: the API is for programs.
return ['paths' => []];
