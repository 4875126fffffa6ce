@foreach ($page->services as $service)
@if ($service->looking)
<p class="looking">{{ $words->say('admission', ['name' => $words->name($service->name)]) }}</p>
@endif
@endforeach
