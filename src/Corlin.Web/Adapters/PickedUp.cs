using Corlin.Application.Mail;
using Corlin.Application.Ports;

namespace Corlin.Web.Adapters;

/// <summary>Takes in one message that lay somewhere, as far as it can be read.</summary>
/// <param name="vouchedBy">The name by which the receiving server signs what it found of a sender; null where none does.</param>
internal sealed class PickedUp(string? vouchedBy, IncomingMail incoming, IMailReader reader)
{
    /// <summary>A larger one is no message that anybody reads.</summary>
    public const long Largest = 30 * 1024 * 1024;

    /// <returns>False where it cannot be read; it stops none after it, and is set aside as it came.</returns>
    public async Task<bool> TakeInAsync(byte[] source, CancellationToken cancel)
    {
        try
        {
            var vouched = vouchedBy is not null && reader.Vouched(source, vouchedBy);
            await incoming.TakeInAsync(source, vouched, cancel);
            return true;
        }
        catch (Exception e) when (e is not (OperationCanceledException or IOException or Microsoft.Data.Sqlite.SqliteException))
        {
            return false;
        }
    }
}
