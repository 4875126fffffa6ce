@php
    use App\Updates\Outside\PublicFiles;
    use Skarvo\Topology\State;
    $hit = array_filter($page->services, static fn($one): bool => $one->state?->isBroken() ?? false);
    $unsure = array_filter($page->services, static fn($one): bool => $one->state === null);
    $head = count($hit) > 0
        ? (count($hit) === 1 ? 'One service has' : count($hit).' services have').' a problem'
        : ($unsure === [] ? 'All services are working' : 'Service status');
@endphp
@extends('public.page', ['title' => 'Service status'])
@section('main')
<h1>{{ $head }}</h1>
@foreach ($page->services as $service)
@if ($service->looking !== null)
<p class="looking">{{ $service->looking }}</p>
@endif
@endforeach
@foreach ($page->open as $told)
<section class="open" id="told-{{ $told->incident->id }}" aria-labelledby="told-{{ $told->incident->id }}-head">
<h2 id="told-{{ $told->incident->id }}-head"><a href="incident-{{ $told->incident->id }}.html">{{ PublicFiles::title(PublicFiles::names($told)) }}, since {{ PublicFiles::time($told->incident->started_at) }}</a></h2>
@include('public.story', ['told' => $told])
</section>
@endforeach
<h2>Services</h2>
<table class="services">
<thead><tr><th scope="col">Service</th><th scope="col">Now</th><th scope="col">The last {{ \App\Updates\Outside\PublicPage::DAYS }} days</th></tr></thead>
<tbody>
@foreach ($page->services as $service)
<tr>
<th scope="row"><a href="{{ $service->file }}.html">{{ $service->name }}</a></th>
<td @class(['now', 'hit' => $service->state?->isBroken() ?? false])>@include('public.mark', ['state' => $service->state]) {{ PublicFiles::stateWords($service->state) }}</td>
<td>@include('public.days', ['days' => $service->days, 'name' => $service->name])</td>
</tr>
@endforeach
</tbody>
</table>
@if ($unsure !== [])
<p class="small">Not confirmed: it may not work; nothing is published about it yet.</p>
@endif
@include('public.planned', ['planned' => $page->planned])
<h2>What is over</h2>
@if ($page->past === [])
<p class="small">No problems in the last {{ \App\Updates\Outside\PublicPage::DAYS }} days.</p>
@else
<ul class="past">
@foreach ($page->past as $told)
<li><a href="incident-{{ $told->incident->id }}.html">{{ PublicFiles::title(PublicFiles::names($told)) }}</a>, {{ PublicFiles::time($told->incident->started_at) }}, for {{ PublicFiles::lasting($told->incident->resolved_at->getTimestamp() - $told->incident->started_at->getTimestamp()) }}</li>
@endforeach
</ul>
@endif
@if ($page->places !== [])
<h2>By place</h2>
<ul class="places">
@foreach ($page->places as $place => $file)
<li><a href="{{ $file }}.html">{{ $place }}</a></li>
@endforeach
</ul>
@endif
@endsection
