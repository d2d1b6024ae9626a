<?php

declare(strict_types=1);

namespace App\Api;

use Symfony\Component\HttpFoundation\File\UploadedFile;
use Symfony\Component\HttpFoundation\Request;

/** A file that was uploaded, whole and not too large. */
final class Upload
{
    /** Largest file taken, in bytes. */
    public const MAX_BYTES = 8 << 20;

    /** @throws ApiProblem when there is none, or it did not arrive whole */
    public static function of(Request $request): UploadedFile
    {
        $file = self::whole($request);
        if ($file->getSize() > self::MAX_BYTES) {
            throw ApiProblem::tooLarge(basename($file->getClientOriginalName()).' is larger than 8 MiB; cut it into parts');
        }

        return $file;
    }

    /** @throws ApiProblem when there is none, or it did not arrive whole */
    public static function whole(Request $request): UploadedFile
    {
        $file = $request->files->get('file');
        if ($file instanceof UploadedFile && \in_array($file->getError(), [\UPLOAD_ERR_INI_SIZE, \UPLOAD_ERR_FORM_SIZE], true)) {
            throw ApiProblem::tooLarge("{$file->getClientOriginalName()} is larger than 8 MiB; cut it into parts");
        }
        if (!$file instanceof UploadedFile) {
            throw ApiProblem::badRequest('choose a file to upload');
        }
        if (!$file->isValid()) {
            throw ApiProblem::badRequest("the file did not arrive whole: {$file->getErrorMessage()}");
        }

        return $file;
    }
}
