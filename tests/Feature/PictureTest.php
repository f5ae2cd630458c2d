<?php

declare(strict_types=1);

use App\Pictures\Pictures;
use App\Pictures\Place;
use Illuminate\Http\UploadedFile;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Storage;
use Illuminate\Support\Str;
use Illuminate\Testing\TestResponse;

/** A picture of its own, as JPEG, PNG or WebP. */
function picture(string $type = 'jpeg', int $grey = 90): string
{
    $image = imagecreatetruecolor(16, 16);
    imagefill($image, 0, 0, imagecolorallocate($image, $grey, $grey, $grey));
    ob_start();
    ['jpeg' => imagejpeg(...), 'png' => imagepng(...), 'webp' => imagewebp(...)][$type]($image);

    return (string) ob_get_clean();
}

/** A block of camera data that has one tag [Exif 2.3: GPS is 0x8825, orientation 0x0112]. */
function camera(string $order, int $tag): string
{
    $little = $order === 'II';

    return $order.pack($little ? 'v' : 'n', 42).pack($little ? 'V' : 'N', 8).pack($little ? 'v' : 'n', 1)
        .pack($little ? 'vvVV' : 'nnNN', $tag, 4, 1, 26).pack('N', 0);
}

function inJpeg(string $block): string
{
    $bytes = picture();

    return substr($bytes, 0, 2)."\xFF\xE1".pack('n', strlen($block) + 8)."Exif\0\0".$block.substr($bytes, 2);
}

function bringPicture(Tests\TestCase $test, string $bytes, string $who = 'ada@demo'): TestResponse
{
    return $test->signIn($who)->post(
        '/api/v1/pictures', ['file' => UploadedFile::fake()->createWithContent('p.jpg', $bytes)], ['Accept' => 'application/json'],
    );
}

// Found: the place stayed in pictures that came by the API.
it('takes no picture that says where it was taken, however it says so', function (string $bytes, bool $says) {
    expect(Place::isIn($bytes))->toBe($says);
    $reply = bringPicture($this, $bytes);
    $says ? $reply->assertStatus(422)->assertJsonPath('title', fn (string $t): bool => str_contains($t, 'place where it was taken')) : $reply->assertCreated();
})->with(fn () => [
    'plain JPEG' => [picture(), false], 'plain PNG' => [picture('png'), false], 'plain WebP' => [picture('webp'), false],
    'JPEG turned, little-endian' => [inJpeg(camera('II', 0x0112)), false], 'JPEG turned, big-endian' => [inJpeg(camera('MM', 0x0112)), false],
    'JPEG, little-endian' => [inJpeg(camera('II', 0x8825)), true], 'JPEG, big-endian' => [inJpeg(camera('MM', 0x8825)), true],
    'PNG' => [substr(picture('png'), 0, 33).pack('N', 30).'eXIf'.camera('MM', 0x8825).pack('N', 0).substr(picture('png'), 33), true],
    'WebP' => [picture('webp').'EXIF'.pack('V', 30).camera('II', 0x8825), true],
    'written out' => [substr(picture(), 0, 2)."\xFF\xE1".pack('n', 54)."http://ns.adobe.com/xap/1.0/\0exif:GPSLatitude=1,2N".substr(picture(), 2), true],
    'cut off within its block' => [inJpeg(substr(camera('II', 0x0112), 0, 12)), false],
]);

// Found: somebody on no job brought twelve pictures of 11 MB, and they stayed for ever.
it('takes pictures of whoever is on a job, so many in a day, and removes what nothing names', function () {
    $rut = $this->signIn('root@demo')->postJson('/api/v1/people', ['name' => 'Rut Beck', 'email' => 'rut@demo'])->assertCreated()->json('person.id');
    bringPicture($this, picture(), 'rut@demo')->assertForbidden()->assertJsonPath('title', fn (string $t): bool => str_contains($t, 'on no job'));
    $hash = bringPicture($this, picture(grey: 20))->assertCreated()->json('sha256');
    $ada = $this->person()->id;
    DB::table('pictures_brought')->insert(['sha256' => str_repeat('a', 64), 'person_id' => $ada, 'bytes' => 299_999_500, 'brought_at' => now('UTC')]);
    bringPicture($this, picture(grey: 30))->assertStatus(429)->assertJsonPath('title', fn (string $t): bool => str_contains($t, 'send it tomorrow'));
    $this->travel(25)->hours();
    $named = bringPicture($this, picture(grey: 40))->assertCreated()->json('sha256');
    $this->postJson("/api/v1/jobs/{$this->job()->id}/nonconformances", ['what' => 'The end is gouged 2 mm deep.', 'pictures' => [$named]])->assertCreated();
    $this->travel(29)->days();
    $this->artisan('pictures:prune');
    expect(Pictures::has($hash))->toBeFalse()->and(Pictures::has($named))->toBeTrue();
    $this->travel(9)->days();
    $this->artisan('pictures:prune')->expectsOutputToContain('0 removed');
    expect(Pictures::has($named))->toBeTrue()->and(DB::table('pictures_brought')->count())->toBe(0)->and($rut)->toBeString();
});

// Found: whoever heard of a picture's hash named it in an entry of a job of their own, and saw it.
it('lets a picture be named by whoever brought it or sees it, and by nobody else', function () {
    $name = fn (string $hash): TestResponse => $this->postJson('/api/v1/entries', [
        ...$this->draft($this->joint(9), 'x', 1), 'id' => (string) Str::uuid(), 'kind' => 'picture', 'payload' => ['sha256' => $hash, 'of' => '', 'text' => ''],
    ]);
    $bytes = picture(grey: 50);
    $hash = hash('sha256', $bytes);
    Pictures::take($bytes, $hash); // there, of another job
    $this->signIn();
    $name($hash)->assertStatus(422)->assertJsonPath('title', fn (string $t): bool => str_contains($t, 'has not arrived'));
    $this->postJson("/api/v1/jobs/{$this->job()->id}/nonconformances", ['what' => 'The end is gouged 2 mm deep.', 'pictures' => [$hash]])->assertStatus(422);
    $this->get("/api/v1/pictures/{$hash}")->assertNotFound();
    bringPicture($this, $bytes)->assertCreated();
    $name($hash)->assertCreated();
    $this->signIn('vera@demo');
    $name($hash)->assertCreated(); // seen on the job by now
    expect(Storage::disk('pictures')->exists('pictures/'.substr($hash, 0, 2)."/{$hash}"))->toBeTrue();
});
